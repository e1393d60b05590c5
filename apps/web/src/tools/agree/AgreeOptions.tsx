import { Choice } from '../../controls/Choice';
import { ShareAmount } from '../../controls/ShareAmount';
import { useAgree } from './settings';
import { useHasArea } from './use-agreement';

/** What of the scene counts, which of both is changed, and how much is taken. */
export function AgreeOptions() {
  const { scene, brings, share, set } = useAgree();
  const hasArea = useHasArea();
  return (
    <div className="flex items-center gap-4">
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
