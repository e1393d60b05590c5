import { isPickRecipe, USUAL_BAND } from '@diplex/core';
import {
  FALLOFFS,
  type Layer,
  type MaskPart,
  maskOf,
  type PickedPart,
  RAMP_SHAPES,
  type RampPart,
  type ReachPoint,
  setRamp,
} from '@diplex/document';
import { IconRefresh, IconTrash } from '@tabler/icons-react';
import { lazy, Suspense, useState } from 'react';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { Amount } from '../controls/Amount';
import { Choice } from '../controls/Choice';
import { IconButton } from '../controls/IconButton';
import { Section } from '../controls/Inspector';
import { LikenessAmount } from '../controls/LikenessAmount';
import { PlainButton } from '../controls/PlainButton';
import { ShareAmount } from '../controls/ShareAmount';
import { useOutdated } from '../picks/outdated';
import { finishPick } from '../picks/run-pick';
import { ComponentRows } from '../tools/component/ComponentRows';
import { ProtectInside } from '../tools/reach/ProtectInside';
import { setReachPoints } from '../tools/reach/reach-tool';
import { BandAmount } from './BandAmount';

// Charts are large and only tones need them here.
const TonesEditor = lazy(async () => ({
  default: (await import('../tools/tones/TonesEditor')).TonesEditor,
}));

/** What the part in hand is made by, with its amounts. */
export function PartRecipe({ layer }: { readonly layer: Layer }) {
  const mask = useComposition((state) => maskOf(state.preview ?? state.composition, layer));
  const inHand = useHand((state) => state.part);
  const part = mask?.parts.find((each) => each.id === inHand);
  if (!mask || !part) return null;
  if (part.kind === 'ramp') return <RampRows mask={mask.id} part={part} />;
  if (part.kind === 'tones') {
    return (
      <Suspense fallback={null}>
        <TonesEditor layer={layer} mask={mask.id} part={part} />
      </Suspense>
    );
  }
  if (part.kind === 'component') return <ComponentRows layer={layer} mask={mask.id} part={part} />;
  if (part.kind !== 'picked' || !isPickRecipe(part.recipe)) return null;
  return (
    <>
      <OutdatedNote layer={layer} part={part} />
      {part.recipe.by === 'reach' && <ReachRows part={part} points={part.recipe.points} />}
      {part.recipe.by !== 'reach' && <SolveRows part={part} />}
      {!(part.recipe.by === 'edge' && part.recipe.way === 'hard') && (
        <Section title="Specks and holes" aside={part.name}>
          <Amount
            label="Under"
            value={part.specks ?? 0}
            min={0}
            max={20_000}
            step={1}
            unit="px"
            curve={3}
            onTry={() => undefined}
            onSet={(specks) => finishPick({ specks })}
          />
        </Section>
      )}
    </>
  );
}

/** Says that the picture under a part has changed, and works the part out again on demand. */
function OutdatedNote({ layer, part }: { readonly layer: Layer; readonly part: PickedPart }) {
  if (!useOutdated(layer, part)) return null;
  return (
    <Section
      name="outdated"
      title={part.name}
      aside={part.recipe.by === 'edge' ? 'outdated' : 'picture has changed'}
    >
      <p className="mb-1.5 text-[12px] text-quiet">
        {part.recipe.by === 'edge'
          ? 'The parts before it, or the picture under the mask, are not what it was worked out from.'
          : 'It was worked out from a picture that looks otherwise now or lies elsewhere under the mask.'}
      </p>
      <PlainButton
        words="Work out again"
        hint="Anew, from the picture and the mask as they are now"
        icon={IconRefresh}
        onPress={() => finishPick()}
      />
    </Section>
  );
}

/** The unsure band along a cut, and whether its alpha is solved. */
function SolveRows({ part }: { readonly part: PickedPart }) {
  const [chosen, choose] = useState<number | null>(null);
  const { recipe } = part;
  const ofMask = recipe.by === 'edge';
  const band = chosen ?? part.solved ?? USUAL_BAND[ofMask ? recipe.way : 'hairs'];
  const solved = part.solved !== undefined && part.solved !== null;
  const found = ofMask ? 'of all parts before it' : solved ? 'solved' : 'as it was cut';
  return (
    <Section title="Edge band" aside={found}>
      <BandAmount label="Width" value={band} onChoose={choose} />
      <div className="mt-1.5 grid grid-cols-2 gap-1.5">
        <PlainButton
          words={solved ? 'Solve again' : 'Solve'}
          hint="Works out how far each pixel of the band, and what is marked as unsure, belongs to the thing"
          onPress={() => finishPick({ solved: band })}
        />
        {!ofMask && (
          <PlainButton
            words="As cut"
            hint="Goes back to the plain cut; the marks stay"
            disabled={!solved}
            onPress={() => finishPick({ solved: null })}
          />
        )}
      </div>
    </Section>
  );
}

function ReachRows({
  part,
  points,
}: {
  readonly part: MaskPart;
  readonly points: readonly ReachPoint[];
}) {
  const change = (index: number, with_: Partial<ReachPoint>) =>
    setReachPoints(points.map((point, i) => (i === index ? { ...point, ...with_ } : point)));
  return (
    <Section name="reach points" title={part.name} aside="reach points">
      <ul aria-label="Reach points" className="grid gap-1.5">
        {points.map((point, index) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: a point is known by its place in the list
            key={index}
            className="rounded-md bg-base-200 px-2 py-1"
          >
            <div className="flex items-center gap-1.5 text-[12px] text-quiet">
              <b className="font-semibold">{index + 1}</b>
              {index === 0 ? 'begins' : point.combine}
              <Choice
                label={`Spread of point ${index + 1}`}
                value={point.spread}
                options={[
                  { value: 'touching', words: 'touching' },
                  { value: 'everywhere', words: 'everywhere' },
                ]}
                onChoose={(spread) => change(index, { spread })}
              />
              {points.length > 1 && index > 0 && (
                <IconButton
                  small
                  icon={IconTrash}
                  words={`Delete point ${index + 1}`}
                  onPress={() => setReachPoints(points.toSpliced(index, 1))}
                />
              )}
            </div>
            <LikenessAmount
              label="Tolerance"
              value={point.tolerance}
              onSet={(tolerance) => change(index, { tolerance })}
            />
            <LikenessAmount
              label="Skirt"
              value={point.skirt}
              onSet={(skirt) => change(index, { skirt })}
            />
            <ProtectInside
              inside={point.inside}
              onSet={(inside) =>
                setReachPoints(
                  points.map((each, i) => {
                    const { inside: _, ...rest } = each;
                    if (i !== index) return each;
                    return inside === undefined ? rest : { ...rest, inside };
                  }),
                )
              }
            />
          </li>
        ))}
      </ul>
    </Section>
  );
}

function RampRows({ mask, part }: { readonly mask: string; readonly part: RampPart }) {
  const { perform, tryOut } = useComposition.getState();
  const args = (settings: Partial<RampPart>) => ({ mask, part: part.id, settings });
  const way = { x: part.to.x - part.from.x, y: part.to.y - part.from.y };
  const length = Math.hypot(way.x, way.y);
  const angle = (Math.atan2(way.y, way.x) * 180) / Math.PI;
  const laid = (degrees: number, long: number) => {
    const turn = (degrees * Math.PI) / 180;
    const to = { x: part.from.x + long * Math.cos(turn), y: part.from.y + long * Math.sin(turn) };
    return args({ to });
  };
  return (
    <Section name="ramp" title={part.name} aside="ramp">
      <div className="mb-1.5 flex flex-wrap gap-1.5">
        <Choice
          label="Form of the ramp"
          value={part.shape}
          options={RAMP_SHAPES.map((shape) => ({ value: shape, words: shape }))}
          onChoose={(shape) => perform(setRamp, args({ shape }))}
        />
        <Choice
          label="Falloff of the ramp"
          value={part.falloff}
          options={FALLOFFS.map((falloff) => ({ value: falloff, words: falloff }))}
          onChoose={(falloff) => perform(setRamp, args({ falloff }))}
        />
      </div>
      <Amount
        label="Angle"
        value={Math.round(angle * 10) / 10}
        min={-180}
        max={180}
        step={0.1}
        unit="°"
        onTry={(value) => tryOut(setRamp, laid(value, length))}
        onSet={(value) => perform(setRamp, laid(value, length))}
      />
      <Amount
        label="Length"
        value={Math.round(length)}
        min={1}
        max={10_000}
        step={1}
        unit="px"
        curve={3}
        onTry={(value) => tryOut(setRamp, laid(angle, value))}
        onSet={(value) => perform(setRamp, laid(angle, value))}
      />
      {part.shape !== 'straight' && (
        <ShareAmount
          label="Full up to"
          value={part.inner}
          most={0.95}
          onTry={(value) => tryOut(setRamp, args({ inner: value }))}
          onSet={(value) => perform(setRamp, args({ inner: value }))}
        />
      )}
      {part.shape === 'round' && (
        <ShareAmount
          label="Width across"
          value={part.ratio}
          least={0.05}
          most={4}
          curve={2}
          onTry={(value) => tryOut(setRamp, args({ ratio: value }))}
          onSet={(value) => perform(setRamp, args({ ratio: value }))}
        />
      )}
      {part.falloff === 'curve' &&
        (['Begins at', 'Begins by', 'Ends at', 'Ends by'] as const).map((label, i) => {
          const curve = (value: number) => {
            const next = part.curve.map((old, k) => (k === i ? value / 100 : old));
            return args({ curve: next as unknown as RampPart['curve'] });
          };
          return (
            <Amount
              key={label}
              label={label}
              value={Math.round((part.curve[i] ?? 0) * 100)}
              min={0}
              max={100}
              step={1}
              unit="%"
              onTry={(value) => tryOut(setRamp, curve(value))}
              onSet={(value) => perform(setRamp, curve(value))}
            />
          );
        })}
    </Section>
  );
}
