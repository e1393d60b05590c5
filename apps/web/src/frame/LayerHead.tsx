import {
  hasExtent,
  isGlass,
  isShowing,
  type Layer,
  layerById,
  lockLayer,
  renameLayer,
} from '@diplex/document';
import {
  IconCopy,
  IconCopyPlus,
  IconLink,
  IconLock,
  IconLockOpen,
  IconStackPop,
  IconStackPush,
  IconTrash,
  IconUnlink,
} from '@tabler/icons-react';
import {
  duplicateInHand,
  groupChosen,
  linkChosen,
  removeInHand,
  showAgainInHand,
  standAloneInHand,
  ungroupInHand,
} from '../actions/layer-commands';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { useShelf } from '../bench/shelf-store';
import { counted } from '../controls/counted';
import { EditableText } from '../controls/EditableText';
import { IconButton } from '../controls/IconButton';
import { Section } from '../controls/Inspector';
import { faceOf } from './layer-face';

/** The layer in hand: its picture, its name, and what can be done with it as a whole. */
export function LayerHead({ layer }: { readonly layer: Layer }) {
  const { perform } = useComposition.getState();
  const several = useHand((state) => state.alsoChosen.length + 1);
  const face = useComposition((state) => faceOf(state.preview ?? state.composition, layer));
  return (
    <Section>
      <div className="flex items-center gap-2.5">
        <div
          aria-hidden
          className="h-10 w-[52px] shrink-0 rounded-md bg-center bg-cover"
          style={{ backgroundImage: face }}
        >
          {isGlass(layer) && (
            <div className="flat mx-auto !h-full" data-glass="true" data-testid="glass-face" />
          )}
        </div>
        <div className="grid min-w-0">
          <EditableText
            label="Layer name"
            value={layer.name}
            onSet={(name) => perform(renameLayer, { layer: layer.id, name })}
            className="font-semibold text-[15px]"
          />
          {several > 1 ? (
            <small className="px-1 text-[11.5px] text-primary">and {several - 1} more chosen</small>
          ) : (
            <LayerFacts layer={layer} />
          )}
        </div>
      </div>
      <div className="mt-2 flex gap-1">
        <IconButton
          icon={layer.locked ? IconLock : IconLockOpen}
          words={layer.locked ? 'Unlock this layer (K)' : 'Lock this layer (K)'}
          pressed={layer.locked}
          onPress={() => perform(lockLayer, { layer: layer.id, locked: !layer.locked })}
        />
        <IconButton
          icon={IconCopy}
          words="Duplicate this layer (Ctrl D)"
          onPress={duplicateInHand}
        />
        {!isGlass(layer) && (
          <IconButton
            icon={IconCopyPlus}
            words="Another showing, which follows this layer (Alt D)"
            onPress={showAgainInHand}
          />
        )}
        {isShowing(layer) && (
          <IconButton
            icon={IconUnlink}
            words="Make this showing a copy of its own"
            disabled={layer.locked}
            onPress={standAloneInHand}
          />
        )}
        {(several > 1 || layer.link) && (
          <IconButton
            icon={IconLink}
            words={
              several > 1
                ? `Link these ${several} layers, so that they move together`
                : 'Unlink this layer, so that it moves alone'
            }
            pressed={Boolean(layer.link)}
            onPress={linkChosen}
          />
        )}
        <IconButton
          icon={IconStackPush}
          words={
            several > 1
              ? `Group these ${several} layers (Alt B)`
              : 'Put this layer in a group (Alt B)'
          }
          onPress={groupChosen}
        />
        {layer.content.kind === 'group' && (
          <IconButton
            icon={IconStackPop}
            words="Take this group apart (Alt Shift B)"
            disabled={layer.locked}
            onPress={ungroupInHand}
          />
        )}
        <IconButton
          icon={IconTrash}
          words={`Delete ${several > 1 ? `these ${several} layers` : 'this layer'} (Ctrl Backspace)`}
          disabled={layer.locked}
          onPress={removeInHand}
        />
      </div>
    </Section>
  );
}

/** What it is made of, and its extent. */
function LayerFacts({ layer }: { readonly layer: Layer }) {
  const { content } = layer;
  const hash = content.kind === 'photo' ? content.source : null;
  const source = useShelf((state) => state.sources.find((each) => each.hash === hash));
  const what = {
    photo: `photo · ${source?.title ?? 'source'}`,
    fill: 'fill',
    group: 'group',
    glass: 'glass',
    shape: 'shape',
    paint: 'paint',
    lettering: 'lettering',
    showing: 'another showing',
    shadow: 'shadow',
    generated: 'generated',
  }[content.kind];
  const extent = extentSaid(layer);
  const followed = useComposition((state) =>
    isShowing(layer) ? layerById(state.composition, layer.content.of)?.name : undefined,
  );
  return (
    <small className="truncate px-1 text-[11.5px] text-faint" title={source?.name}>
      {what} · {isShowing(layer) ? `follows ${followed ?? 'nothing'}` : extent}
    </small>
  );
}

/** Where a shadow falls, in words. */
const FALLEN = {
  ground: 'on the ground',
  wall: 'on a wall',
  fold: 'on ground and wall',
  mirror: 'mirrored',
} as const;

/** How much there is of a layer, in words. */
function extentSaid(layer: Layer): string {
  const { content } = layer;
  if (content.kind === 'group') return counted(content.children.length, 'layer');
  if (content.kind === 'shape') return counted(content.shapes.length, 'shape');
  if (content.kind === 'paint') return counted(content.coats.length, 'coat');
  if (content.kind === 'lettering') return content.font.family;
  if (content.kind === 'shadow') return FALLEN[content.falls];
  if (hasExtent(layer)) return `${layer.content.size.width} × ${layer.content.size.height}`;
  return 'changes what lies behind it';
}
