import { Choice } from '../../controls/Choice';
import { ShareAmount } from '../../controls/ShareAmount';
import { useAgree } from './settings';
import { useHasArea } from './use-agreement';

/** What of the scene counts, which of both is changed, and how much is taken. */
export function AgreeOptions() {
  const { scene, thing, brings, share, set } = useAgree();
  const hasArea = useHasArea();
  return (
    <div className="flex items-center gap-4">
      {hasArea && (
        <Choice
          label="What of the thing counts"
          value={thing}
          options={[
            { value: 'all', words: 'whole', means: 'whole: all of the thing counts' },
            { value: 'area', words: 'area', means: 'area: what of the thing is in the area' },
          ]}
          onChoose={(value) => set({ thing: value })}
        />
      )}
      <Choice
        label="What of the scene counts"
        value={scene === 'area' && !hasArea ? 'around' : scene}
        options={[
          { value: 'around', words: 'around it', hint: 'The nearer, the more' },
          { value: 'all', words: 'all of it' },
          ...(hasArea ? [{ value: 'area' as const, words: 'area' }] : []),
        ]}
        onChoose={(value) => set({ scene: value })}
      />
      <Choice
        label="What is changed"
        value={brings}
        options={[
          { value: 'thing', words: 'thing', means: 'thing: it is brought to the scene' },
          { value: 'scene', words: 'scene', means: 'scene: it is brought to the thing' },
        ]}
        onChoose={(value) => set({ brings: value })}
      />
      <ShareAmount
        label="Take"
        layout="stack"
        value={share}
        onSet={(value) => set({ share: value })}
      />
    </div>
  );
}
