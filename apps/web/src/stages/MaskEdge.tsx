import {
  evenFringe,
  FRINGE_WIDTH,
  isGlass,
  type Layer,
  linkMask,
  maskOf,
  RANGES,
  removeMask,
  setDensity,
  setLayerEdge,
  setMaskEdge,
  stepIdOf,
  TINT_WIDTH,
  turnMaskRound,
} from '@diplex/document';
import { IconLink, IconLinkOff, IconSwitchHorizontal, IconTrash } from '@tabler/icons-react';
import { useComposition } from '../bench/composition-store';
import { Amount } from '../controls/Amount';
import { counted } from '../controls/counted';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';
import { ShareAmount } from '../controls/ShareAmount';
import { MaskFeather } from './MaskFeather';

/** The mask as a whole: feather, turned round, linked. */
export function MaskEdge({ layer }: { readonly layer: Layer }) {
  const mask = useComposition((state) => maskOf(state.preview ?? state.composition, layer));
  const { perform, tryOut } = useComposition.getState();
  const { maskUse: use, edge } = layer;
  // What layers pass through has no colours of its own.
  const through = layer.content.kind === 'group' && layer.content.mixing === 'through';
  const coloured = !through && !isGlass(layer) && stepIdOf(layer.id) === null;
  if (!mask || !use) return null;
  const button =
    'flex h-8 cursor-pointer items-center justify-center gap-1.5 rounded-lg bg-secondary px-2 text-[12px] text-secondary-content hover:brightness-110 aria-pressed:shadow-[inset_0_0_0_1.5px_var(--color-primary)]';
  return (
    <Section title="Edge" aside="the whole mask">
      <MaskFeather label="Feather" mask={mask} />
      <Amount
        label="Choke / Spread"
        value={mask.choke ?? 0}
        range={RANGES.choke}
        step={0.05}
        unit="px"
        onTry={(choke) => tryOut(setMaskEdge, { mask: mask.id, edge: { choke } })}
        onSet={(choke) => perform(setMaskEdge, { mask: mask.id, edge: { choke } })}
      />
      <ShareAmount
        label="Firm"
        value={mask.firm ?? 0}
        onTry={(value) => tryOut(setMaskEdge, { mask: mask.id, edge: { firm: value } })}
        onSet={(value) => perform(setMaskEdge, { mask: mask.id, edge: { firm: value } })}
      />
      <Amount
        label="Even out"
        value={mask.evened ?? 0}
        range={RANGES.evened}
        step={0.1}
        unit="px"
        curve={2}
        onTry={(evened) => tryOut(setMaskEdge, { mask: mask.id, edge: { evened } })}
        onSet={(evened) => perform(setMaskEdge, { mask: mask.id, edge: { evened } })}
      />
      {coloured && (
        <>
          <ShareAmount
            label="Clean fringe"
            value={edge.fringe ?? 0}
            onTry={(value) => tryOut(setLayerEdge, { layer: layer.id, edge: { fringe: value } })}
            onSet={(value) => perform(setLayerEdge, { layer: layer.id, edge: { fringe: value } })}
          />
          {((edge.fringe ?? 0) > 0 || edge.fringeBrushed) && (
            <>
              <Amount
                label="Fringe width"
                value={edge.fringeWidth ?? FRINGE_WIDTH}
                range={RANGES.fringeWidth}
                step={0.5}
                unit="px"
                curve={2}
                onTry={(fringeWidth) =>
                  tryOut(setLayerEdge, { layer: layer.id, edge: { fringeWidth } })
                }
                onSet={(fringeWidth) =>
                  perform(setLayerEdge, { layer: layer.id, edge: { fringeWidth } })
                }
              />
              <label className="flex h-[26px] items-center gap-2 text-[12.5px] text-quiet">
                <input
                  type="checkbox"
                  className="checkbox checkbox-xs checkbox-primary"
                  checked={edge.fringeWhere === 'visible'}
                  onChange={(event) => {
                    const fringeWhere = event.target.checked ? 'visible' : 'everywhere';
                    perform(setLayerEdge, { layer: layer.id, edge: { fringeWhere } });
                  }}
                />
                Only where it shows
              </label>
            </>
          )}
          {edge.fringeBrushed && (
            <p className="my-0.5 flex items-center justify-between text-[12px] text-quiet">
              Brushed ({counted(edge.fringeBrushed.strokes, 'stroke')})
              <PlainButton
                words="Same everywhere"
                hint="Forget the strokes over the fringe"
                onPress={() => perform(evenFringe, { layer: layer.id })}
              />
            </p>
          )}
          <ShareAmount
            label="Edge tint"
            value={edge.tint ?? 0}
            onTry={(tint) => tryOut(setLayerEdge, { layer: layer.id, edge: { tint } })}
            onSet={(tint) => perform(setLayerEdge, { layer: layer.id, edge: { tint } })}
          />
          {(edge.tint ?? 0) > 0 && (
            <Amount
              label="Tint width"
              value={edge.tintWidth ?? TINT_WIDTH}
              range={RANGES.tintWidth}
              step={0.5}
              unit="px"
              curve={2}
              onTry={(tintWidth) => tryOut(setLayerEdge, { layer: layer.id, edge: { tintWidth } })}
              onSet={(tintWidth) => perform(setLayerEdge, { layer: layer.id, edge: { tintWidth } })}
            />
          )}
        </>
      )}
      <ShareAmount
        label="Density"
        value={use.density ?? 1}
        onTry={(value) => tryOut(setDensity, { layer: layer.id, density: value })}
        onSet={(value) => perform(setDensity, { layer: layer.id, density: value })}
      />
      <div className="mt-2 grid grid-cols-2 gap-1.5">
        <button
          type="button"
          aria-pressed={use.turnedRound}
          title="Show what the mask hides, hide what it shows (Shift I)"
          onClick={() => perform(turnMaskRound, { layer: layer.id })}
          className={button}
        >
          <IconSwitchHorizontal size={15} aria-hidden />
          {use.turnedRound ? 'Turned round' : 'Turn round'}
        </button>
        <button
          type="button"
          aria-pressed={use.linked}
          title={use.linked ? 'The mask moves with its layer' : 'The mask stays where it is'}
          onClick={() => perform(linkMask, { layer: layer.id, linked: !use.linked })}
          className={button}
        >
          {use.linked ? <IconLink size={15} aria-hidden /> : <IconLinkOff size={15} aria-hidden />}
          {use.linked ? 'Linked' : 'Unlinked'}
        </button>
        <button
          type="button"
          onClick={() => perform(removeMask, { layer: layer.id })}
          className={`${button} col-span-2`}
        >
          <IconTrash size={15} aria-hidden /> Delete the mask
        </button>
      </div>
    </Section>
  );
}
