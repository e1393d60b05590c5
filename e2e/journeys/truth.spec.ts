import { expect, test } from '@playwright/test';
import { BenchPage, copyOf, type Place } from '../support/bench';
import { expectAsFresh, lookAt, type Zoom } from '../support/same-as-fresh';

const POSTER = 'The Kettle Comet, poster A';

test('a stroke shows at a zoom that was looked at before it, and so does its undoing', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, POSTER, 'Journey: old zooms');
  await page.goto(`/c/${id}/cut`);
  await lookAt(bench, '100 %');
  await lookAt(bench, 'Fit');
  await bench.tool('Brush');
  await page.getByRole('button', { name: 'hide', exact: true }).click();
  await bench.drag([
    [900, 800],
    [1060, 830],
  ]);
  await bench.jobsDone();
  await lookAt(bench, '100 %');
  await expectAsFresh(bench, '100 %', 'a stroke');
  await lookAt(bench, 'Fit');
  await bench.undo();
  await lookAt(bench, '100 %');
  await expectAsFresh(bench, '100 %', 'its undoing');
});

/** Numbers from a seed: the same journey each time. */
function dice(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
}

for (const seed of [3, 17]) {
  test(`after any edits, undos, stages and zooms the screen is as a fresh page's (${seed})`, async ({
    page,
  }) => {
    const bench = new BenchPage(page);
    const id = await copyOf(page, POSTER, `Journey: truth ${seed}`);
    await page.goto(`/c/${id}/cut`);
    await bench.settled();
    const roll = dice(seed);
    let stage: 'Cut' | 'Arrange' = 'Cut';
    let zoom: Zoom = 'Fit';
    const place = (): Place => [760 + roll(420), 320 + roll(600)];
    const go = async (to: typeof stage) => {
      if (stage !== to) await bench.stage(to);
      stage = to;
    };
    const steps: readonly (readonly [string, () => Promise<void>])[] = [
      [
        'a stroke',
        async () => {
          await go('Cut');
          await lookAt(bench, 'Fit');
          await bench.tool('Brush');
          const way = roll(2) === 0 ? 'hide' : 'show';
          await page.getByRole('button', { name: way, exact: true }).click();
          await bench.drag([place(), place()]);
          await lookAt(bench, zoom);
        },
      ],
      ['undo', () => bench.undo(1 + roll(2))],
      ['redo', () => bench.redo()],
      ['a feather', () => bench.amount('Feather', roll(12))],
      ['a choke', () => bench.amount('Choke / Spread', roll(9) - 4)],
      ['an edge tint', () => bench.amount('Edge tint', roll(2) * 60)],
      ['a clean fringe', () => bench.amount('Clean fringe', roll(2) * 100)],
      [
        'a move',
        async () => {
          await go('Arrange');
          await bench.amount('Across', 900 + roll(160));
        },
      ],
      [
        'an opacity',
        async () => {
          await go('Arrange');
          await bench.amount('Opacity', 30 + roll(70));
        },
      ],
      [
        'a lamp',
        async () => {
          await page.keyboard.press('v');
        },
      ],
      ['another stage', () => go(stage === 'Cut' ? 'Arrange' : 'Cut')],
      [
        'another zoom',
        async () => {
          zoom = (['Fit', '100 %', '400 %'] as const)[roll(3)] ?? 'Fit';
          await lookAt(bench, zoom);
        },
      ],
    ];
    const done: string[] = [];
    for (let i = 0; i < 30; i++) {
      const [words, step] = steps[roll(steps.length)] as (typeof steps)[number];
      // What is hidden cannot be painted: it is shown again first.
      const hidden = page.getByRole('button', { name: 'Keeper is hidden' });
      if (words === 'a stroke' && (await hidden.count()) > 0) await hidden.click();
      await step();
      done.push(words);
      if (i % 5 !== 4) continue;
      await lookAt(bench, zoom);
      await expectAsFresh(bench, zoom, done.join(', '));
    }
    expect(done.length).toBe(30);
  });
}
