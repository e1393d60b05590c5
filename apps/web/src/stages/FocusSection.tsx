import { type Layer, lockedBy, type PlaneOfFocus, RANGES } from '@diplex/document';
import { distanceOf, layersWithDistance, radiusAt, setFocus } from '@diplex/steps';
import { IconFocusCentered, IconX } from '@tabler/icons-react';
import { useComposition } from '../bench/composition-store';
import { Amount } from '../controls/Amount';
import { IconButton } from '../controls/IconButton';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';
import { ShareAmount } from '../controls/ShareAmount';

/** How far out of focus things far away are when a plane of focus is new, as a share of the canvas's longer side. */
const BEGINS = 0.012;

function said(radius: number): string {
  return radius < 0.25 ? 'sharp' : `${radius.toFixed(radius < 10 ? 1 : 0)} px`;
}

interface DistanceRowProps {
  readonly layer: Layer;
  readonly focus: PlaneOfFocus;
}

/** How far a layer lies from the camera, and how far out of focus that is. */
function DistanceRow({ layer, focus }: DistanceRowProps) {
  const shown = useComposition((state) => state.preview ?? state.composition);
  const { perform, tryOut } = useComposition.getState();
  const distance = distanceOf(shown, layer);
  const locked = lockedBy(shown, layer) !== undefined;
  return (
    <div className="grid grid-cols-[1fr_auto] items-center gap-1">
      <ShareAmount
        label={layer.name}
        value={distance}
        disabled={locked}
        onTry={(value) => tryOut(setFocus, { distances: { [layer.id]: value } })}
        onSet={(value) => perform(setFocus, { distances: { [layer.id]: value } })}
      />
      <span className="flex items-center gap-1">
        <span className="w-11 text-right text-[11.5px] text-faint tabular-nums">
          {locked ? 'locked' : said(radiusAt(focus, distance))}
        </span>
        <IconButton
          small
          icon={IconFocusCentered}
          words={`Focus on ${layer.name}`}
          onPress={() => perform(setFocus, { focus: { ...focus, at: distance } })}
        />
      </span>
    </div>
  );
}

/** One lens for the whole composition: layers at other distances than what is in focus get a lens blur. */
export function FocusSection() {
  const shown = useComposition((state) => state.preview ?? state.composition);
  const { perform, tryOut } = useComposition.getState();
  const layers = layersWithDistance(shown);
  if (layers.length < 2) return null;
  const { focus, canvas } = shown;
  const nearest = layers[layers.length - 1] as Layer;
  if (!focus) {
    const radius = Math.round(BEGINS * Math.max(canvas.width, canvas.height));
    const at = distanceOf(shown, nearest);
    return (
      <Section title="Plane of focus" begins="folded">
        <PlainButton
          icon={IconFocusCentered}
          words="Lay a plane of focus"
          hint={`Keeps ${nearest.name} sharp and brings what lies farther away out of focus`}
          onPress={() => perform(setFocus, { focus: { at, clear: 0.1, radius } })}
        />
      </Section>
    );
  }
  const changed = (change: Partial<PlaneOfFocus>) => ({ focus: { ...focus, ...change } });
  return (
    <Section title="Plane of focus" aside="0 % is nearest" begins="folded">
      <ShareAmount
        label="In focus"
        value={focus.at}
        onTry={(at) => tryOut(setFocus, changed({ at }))}
        onSet={(at) => perform(setFocus, changed({ at }))}
      />
      <ShareAmount
        label="Stays clear"
        value={focus.clear}
        onTry={(clear) => tryOut(setFocus, changed({ clear }))}
        onSet={(clear) => perform(setFocus, changed({ clear }))}
      />
      <Amount
        label="Radius far away"
        value={focus.radius}
        range={RANGES.focusRadius}
        step={0.5}
        unit="px"
        onTry={(radius) => tryOut(setFocus, changed({ radius }))}
        onSet={(radius) => perform(setFocus, changed({ radius }))}
      />
      <fieldset aria-label="Distances, far to near" className="mt-1 border-edge border-t pt-1">
        {layers.map((layer) => (
          <DistanceRow key={layer.id} layer={layer} focus={focus} />
        ))}
      </fieldset>
      <PlainButton
        icon={IconX}
        words="Take it off"
        hint="All layers as sharp as they are"
        onPress={() => perform(setFocus, { focus: null })}
      />
    </Section>
  );
}
