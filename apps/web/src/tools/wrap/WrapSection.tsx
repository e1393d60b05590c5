import { RANGES, setLayerEdge, TINT_WIDTH, WRAP_WIDTH } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useLayerInHand } from '../../bench/use-layer-in-hand';
import { Amount } from '../../controls/Amount';
import { Section } from '../../controls/Inspector';
import { ShareAmount } from '../../controls/ShareAmount';
import { hasEdge } from './has-edge';

/** What of the scene enters over the edge of the layer in hand: light of what is bright behind it, and colour. */
export function WrapSection() {
  const inHand = useLayerInHand();
  const layer = useComposition((state) =>
    inHand ? (state.preview ?? state.composition).layers[inHand.id] : undefined,
  );
  if (!layer) return null;
  if (!hasEdge(layer)) {
    return (
      <Section title="Wrap">
        <p className="text-[12px] text-quiet">
          {layer.name} has no mask, and so no edge over which light could come. Cut it out first.
        </p>
      </Section>
    );
  }
  const { edge, locked } = layer;
  const { perform, tryOut } = useComposition.getState();
  const on = (change: Parameters<typeof setLayerEdge.change>[1]['edge']) => ({
    ...{ layer: layer.id, edge: change },
  });
  const share = (label: string, key: 'wrap' | 'tint') => (
    <ShareAmount
      label={label}
      value={edge[key] ?? 0}
      disabled={locked}
      onTry={(value) => tryOut(setLayerEdge, on({ [key]: value }))}
      onSet={(value) => perform(setLayerEdge, on({ [key]: value }))}
    />
  );
  const width = (label: string, key: 'wrapWidth' | 'tintWidth', start: number) => (
    <Amount
      label={label}
      value={edge[key] ?? start}
      range={RANGES[key]}
      step={0.5}
      unit="px"
      curve={2}
      disabled={locked}
      onTry={(value) => tryOut(setLayerEdge, on({ [key]: value }))}
      onSet={(value) => perform(setLayerEdge, on({ [key]: value }))}
    />
  );
  return (
    <Section title="Wrap">
      {share('Light', 'wrap')}
      {(edge.wrap ?? 0) > 0 && width('Light width', 'wrapWidth', WRAP_WIDTH)}
      {share('Edge tint', 'tint')}
      {(edge.tint ?? 0) > 0 && width('Tint width', 'tintWidth', TINT_WIDTH)}
    </Section>
  );
}
