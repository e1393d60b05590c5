import { layerById } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useDeliveries } from '../../bench/deliver-store';
import { trackWork } from '../../bench/pending-work';
import { useShelf } from '../../bench/shelf-store';
import { takeLayer } from '../../bench/take-layer';
import { inJob } from '../../picks/run-pick';
import { useCamera } from '../../picture/camera-store';
import { type Checked, type Finding, worstFirst } from './check';
import { useDeliveryChecks } from './check-store';
import { LONG_CHECKS, QUICK_CHECKS } from './checks';

/** What is about to be delivered, as it is now. */
export function toBeChecked(): Checked {
  const { composition } = useComposition.getState();
  return {
    composition,
    sources: useShelf.getState().sources,
    files: useDeliveries.getState().files,
  };
}

/** What was found, the worst first: of the document as it is, of its pixels as they were when they were looked at. */
export function findingsOf(checked: Checked, long: readonly Finding[]): Finding[] {
  return worstFirst([...QUICK_CHECKS.flatMap((check) => check(checked)), ...long]);
}

/** All that is known to be the matter with what is delivered now. */
export function findingsNow(): Finding[] {
  const { of, long } = useDeliveryChecks.getState();
  const checked = toBeChecked();
  return findingsOf(checked, of === checked.composition ? long : []);
}

/** Looks at the pixels, with progress; it can be stopped. */
export function checkPixels(): void {
  const checked = toBeChecked();
  const work = inJob('Checking before delivery', async (signal, progress) => {
    const found: Finding[] = [];
    for (const [i, check] of LONG_CHECKS.entries()) {
      const share = (part: number) => progress((i + part) / LONG_CHECKS.length);
      found.push(...(await check(checked, { signal, progress: share })));
      if (signal.aborted) return;
      share(1);
    }
    useDeliveryChecks.getState().take({ of: checked.composition, long: found, looked: null });
  });
  trackWork(work);
}

/** Shows a place of the composition with something around it. */
function lookAtPlace({ x, y, width, height }: NonNullable<Finding['at']>): void {
  const camera = useCamera.getState();
  const { area } = camera;
  const fits = Math.min(area.width / (width * 1.3), area.height / (height * 1.3));
  const zoom = Math.min(1 / window.devicePixelRatio, fits);
  camera.zoomTo(zoom);
  const now = useCamera.getState();
  const middle = { x: x + width / 2, y: y + height / 2 };
  now.pan(area.width / 2 - (now.x + middle.x * zoom), area.height / 2 - (now.y + middle.y * zoom));
}

/** Takes what a finding is about in hand, and shows where it is. */
export function lookAtFinding(finding: Finding): void {
  const { composition } = useComposition.getState();
  useDeliveryChecks.getState().take({ looked: finding.words });
  if (finding.layer && layerById(composition, finding.layer)) takeLayer(finding.layer);
  if (finding.at) lookAtPlace(finding.at);
}

export function hasFindings(): boolean {
  return findingsNow().length > 0;
}

/** Looks at the next finding, or the one before. */
export function stepThroughFindings(step: 1 | -1): void {
  const findings = findingsNow();
  if (findings.length === 0) return;
  const { looked } = useDeliveryChecks.getState();
  const at = findings.findIndex(({ words }) => words === looked);
  const first = step > 0 ? 0 : findings.length - 1;
  const next = at < 0 ? first : (at + step + findings.length) % findings.length;
  lookAtFinding(findings[next] as Finding);
}
