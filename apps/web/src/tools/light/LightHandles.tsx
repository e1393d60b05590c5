import { canAgree } from '@diplex/core';
import { layerBounds, layerById } from '@diplex/document';
import { presentValues } from '@diplex/steps';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { useCamera } from '../../picture/camera-store';
import { SCENE } from '../../picture/handle-look';
import { PLAIN_SIDES } from '../agree/agree-side';
import { useAgreement } from '../agree/use-agreement';
import { Arrow } from '../lighting/Arrow';
import { relightOf } from './relight';

/** The arrows end so far from the middle of the thing, as a share of its size. */
const [FROM, LEAST, MOST] = [0.42, 50, 170];

/** The light of the thing itself, dashed in brass, and the one that it is turned to, or the scene's, in sea green. */
export function LightHandles() {
  const { zoom, x, y } = useCamera();
  const scene = useComposition((state) => state.preview ?? state.composition);
  const layer = layerById(scene, useHand((state) => state.layer) ?? '');
  const agreement = useAgreement(layer?.id ?? '', PLAIN_SIDES);
  if (!layer || !canAgree(layer)) return null;
  const bounds = layerBounds(scene, layer);
  const at = {
    x: x + (bounds.x + bounds.width / 2) * zoom,
    y: y + (bounds.y + bounds.height / 2) * zoom,
  };
  const size = FROM * zoom * Math.min(bounds.width, bounds.height);
  const length = Math.max(LEAST, Math.min(MOST, size));
  const step = relightOf(layer);
  const turned = step ? Number(presentValues(step).azimuth) : agreement?.scene.direction?.azimuth;
  const own = agreement?.subject.direction;
  return (
    <>
      {own && (
        <Arrow at={at} azimuth={own.azimuth} colour="#d9a74a" length={length} look="dashed" />
      )}
      {turned !== undefined && (
        <Arrow at={at} azimuth={turned} colour={SCENE} length={length} look="plain" />
      )}
    </>
  );
}
