import { linesGoing, setVanishing, VANISHING_WAYS, vanishingPoint } from '@diplex/document';
import { IconTrash } from '@tabler/icons-react';
import { useComposition } from '../../bench/composition-store';
import { Choice } from '../../controls/Choice';
import { counted } from '../../controls/counted';
import { IconButton } from '../../controls/IconButton';
import { useStanding } from './settings';

const WORDS = { first: 'One way', second: 'Another way' } as const;

/** Lines of the scene that meet far away: which way the next one is drawn, and those that there are. */
export function VanishingRows() {
  const scene = useComposition((state) => state.composition);
  const { draws, set } = useStanding();
  const { perform } = useComposition.getState();
  const ways = VANISHING_WAYS.map((way) => ({ way, lines: linesGoing(scene, way) }));
  return (
    <div className="mt-1.5">
      <Choice
        label="A drag"
        value={draws ?? 'none'}
        options={[
          { value: 'none', words: 'stands it', hint: 'A drag stands the layer' },
          { value: 'first', words: 'draws one way', hint: 'Edges that go off to one side' },
          { value: 'second', words: 'another way', hint: 'Edges that go off to the other side' },
        ]}
        onChoose={(value) => set({ draws: value === 'none' ? null : value })}
      />
      {ways
        .filter(({ lines }) => lines.length > 0)
        .map(({ way, lines }) => (
          <div key={way} className="flex items-center gap-2 text-[12.5px] text-quiet">
            <span className="flex-1">
              {WORDS[way]}: {counted(lines.length, 'line')}
              {vanishingPoint(lines, scene.canvas) ? '' : ', which meet nowhere yet'}
            </span>
            <IconButton
              small
              icon={IconTrash}
              words={`Take the lines of ${WORDS[way].toLowerCase()} off`}
              onPress={() =>
                perform(setVanishing, {
                  lines: (scene.vanishing ?? []).filter((line) => line.way !== way),
                })
              }
            />
          </div>
        ))}
    </div>
  );
}
