import {
  contentBounds,
  eyeOfHeights,
  isGlass,
  RANGES,
  setHorizon,
  setStance,
  stanceOf,
} from '@diplex/document';
import { IconMan } from '@tabler/icons-react';
import { useComposition } from '../../bench/composition-store';
import { useLayerInHand } from '../../bench/use-layer-in-hand';
import { Amount } from '../../controls/Amount';
import { Section } from '../../controls/Inspector';
import { PlainButton } from '../../controls/PlainButton';
import { proposeHorizon } from './propose-horizon';
import { useStanding } from './settings';
import { standInHand } from './stand-tool';
import { VanishingRows } from './VanishingRows';

/** Heights go to so many metres. */
const TALLEST = 60;

/** The scene's horizon, and the eye level of the layer in hand, by line or by heights. */
export function StandSection() {
  const scene = useComposition((state) => state.preview ?? state.composition);
  const layer = useLayerInHand();
  const { height, camera, measures, set } = useStanding();
  const { perform, tryOut } = useComposition.getState();
  const { horizon, canvas } = scene;
  const metres = { min: 0.05, max: TALLEST, step: 0.01, unit: 'm', curve: 3 };
  /** The eye level follows from how high the thing is and how high the camera stood. */
  const byHeights = () => {
    if (!layer) return;
    const { foot } = stanceOf(scene, layer);
    const eye = eyeOfHeights(foot, contentBounds(scene, layer).y, { height, camera });
    perform(setStance, { layer: layer.id, stance: { foot, eye } });
  };
  return (
    <Section title="Stand" aside={horizon ? undefined : 'drag the horizon on the picture'}>
      {horizon && (
        <>
          <Amount
            label="Horizon"
            value={horizon.y}
            min={-canvas.height}
            max={2 * canvas.height}
            step={0.5}
            unit="px"
            onTry={(y) => tryOut(setHorizon, { horizon: { ...horizon, y } })}
            onSet={(y) => perform(setHorizon, { horizon: { ...horizon, y } })}
          />
          <Amount
            label="Tilt"
            value={horizon.tilt}
            range={RANGES.tilt}
            step={0.1}
            unit="°"
            onTry={(tilt) => tryOut(setHorizon, { horizon: { ...horizon, tilt } })}
            onSet={(tilt) => perform(setHorizon, { horizon: { ...horizon, tilt } })}
          />
          <PlainButton
            words="Take the horizon off"
            onPress={() => perform(setHorizon, { horizon: null })}
          />
        </>
      )}
      <div className="mt-1.5">
        <PlainButton
          words="Propose it from the lines"
          hint="Straight lines that go off into the distance meet on the horizon"
          onPress={proposeHorizon}
        />
      </div>
      <VanishingRows />
      {layer && !isGlass(layer) && (
        <div className="mt-1.5 grid gap-1">
          <Amount
            label="Its height"
            value={height}
            {...metres}
            onSet={(value) => set({ height: value })}
          />
          <Amount
            label="Camera height"
            value={camera}
            {...metres}
            onSet={(value) => set({ camera: value })}
          />
          {horizon && (
            <label
              title="Drag from its foot to its top: the camera's height follows"
              className="flex h-7 items-center gap-1.5 text-[12.5px] text-quiet"
            >
              <input
                type="checkbox"
                className="checkbox checkbox-xs checkbox-primary"
                checked={measures}
                onChange={(event) => set({ measures: event.target.checked })}
              />
              Measure a thing of that height
            </label>
          )}
          <PlainButton
            words="Eye level by these heights"
            hint="Its eye level goes where the camera's height lies on it, from its foot to its top"
            onPress={byHeights}
          />
          {horizon && (
            <PlainButton
              icon={IconMan}
              words={`Stand ${layer.name}`}
              hint="Scales it about its foot so that its eye level lies on the scene's horizon"
              onPress={standInHand}
            />
          )}
        </div>
      )}
    </Section>
  );
}
