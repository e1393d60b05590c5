// Every operation, each in a file named after it.
export * from './add-layer';
export * from './add-mask';
export * from './add-part';
export * from './add-steps';
export * from './brush-step';
export * from './change-area';
export * from './change-step';
export * from './convert-part';
export * from './crop-canvas';
export * from './divide-layer';
export * from './duplicate-layer';
export * from './even-fringe';
export * from './group-layers';
export * from './join-parts';
export * from './keep-mask';
export * from './lay-area';
export * from './lay-coats';
export * from './lay-flat';
export * from './lay-into-plane';
export * from './lay-part';
export * from './link-layers';
export * from './link-mask';
export * from './lock-layer';
export * from './lock-pixels';
export * from './lock-place';
export * from './move-layers';
export * from './move-step';
export {
  type CompositionDraft,
  type HistoryEntry,
  type Operation,
  OperationRefused,
  type Patch,
  perform,
  unlockedStep,
} from './operation';
export * from './paint-fringe';
export * from './paint-part';
export * from './pick-part';
export * from './push-pixels';
export * from './remove-layer';
export * from './remove-mask';
export * from './remove-part';
export * from './remove-plane';
export * from './remove-step';
export * from './rename-composition';
export * from './rename-layer';
export * from './reorder-part';
export * from './reshape-part';
export * from './separate-mask';
export * from './set-blending';
export * from './set-by-tone';
export * from './set-canvas-size';
export * from './set-chain';
export * from './set-component';
export * from './set-content-opacity';
export * from './set-density';
export * from './set-fill';
export * from './set-guides';
export * from './set-horizon';
export * from './set-layer-edge';
export * from './set-lettering';
export * from './set-mask-edge';
export * from './set-mask-feather';
export * from './set-mask-start';
export * from './set-mix-in';
export * from './set-mixing';
export * from './set-opacity';
export * from './set-part';
export * from './set-per-inch';
export * from './set-placement';
export * from './set-plane';
export * from './set-profile';
export * from './set-ramp';
export * from './set-shadow';
export * from './set-shapes';
export * from './set-stance';
export * from './set-surround';
export * from './set-tones';
export * from './set-vanishing';
export * from './set-warp';
export * from './share-mask';
export * from './shelve-mask';
export * from './show-again';
export * from './show-layer';
export * from './spare-layer';
export * from './take-state';
export * from './turn-mask-round';
export * from './ungroup-layers';
export * from './wipe-step';
