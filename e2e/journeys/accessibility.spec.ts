import { createRequire } from 'node:module';
import { expect, type Page, test } from '@playwright/test';
import { BenchPage, copyOf } from '../support/bench';
import { ChainPanel } from '../support/chain';

const AXE = createRequire(import.meta.url).resolve('axe-core/axe.min.js');

/** The rules of WCAG 2.2 up to level AA. */
const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

interface Finding {
  readonly id: string;
  readonly help: string;
  readonly nodes: readonly { readonly html: string; readonly failureSummary?: string }[];
}

/** The rule that a theme decides on. */
const CONTRAST = 'color-contrast';

/** What breaks a rule on the page as it is now, in words: all rules in the dim theme, contrast in the bright one as well. */
async function findings(page: Page): Promise<string[]> {
  await page.addScriptTag({ path: AXE });
  const found = await page.evaluate(
    async ([rules, contrast]) => {
      const { axe } = globalThis as unknown as {
        axe: { run(options: object): Promise<{ violations: Finding[] }> };
      };
      const ran = async (runOnly: object) => {
        const { violations } = await axe.run({ runOnly });
        return violations.map(({ id, help, nodes }) => ({ id, help, nodes }));
      };
      const dim = await ran({ type: 'tag', values: rules });
      const { dataset } = document.documentElement;
      dataset.theme = 'bright';
      // Colours that fade from one theme to the other have arrived when nothing is animated any more.
      await Promise.allSettled(document.getAnimations().map(({ finished }) => finished));
      const bright = await ran({ type: 'rule', values: [contrast] });
      dataset.theme = 'dim';
      await Promise.allSettled(document.getAnimations().map(({ finished }) => finished));
      return [...dim, ...bright];
    },
    [RULES, CONTRAST] as const,
  );
  return found.flatMap(({ id, help, nodes }) =>
    nodes.map((node) => `${id} (${help}): ${node.html.slice(0, 160)} ${node.failureSummary ?? ''}`),
  );
}

test('keeps WCAG 2.2 AA on the start page and at every stage, in both themes', async ({ page }) => {
  await page.addInitScript(() => {
    const settings = JSON.stringify({ state: { theme: 'dim', sections: {} }, version: 0 });
    localStorage.setItem('diplex-settings', settings);
  });
  const bench = new BenchPage(page);
  await page.goto('/');
  await page.getByLabel('Open Headland, new sky', { exact: true }).waitFor();
  expect(await findings(page)).toEqual([]);
  const id = await copyOf(page, 'Headland, new sky', 'Journey: for all');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  await page.keyboard.press('Alt+Comma');
  await page.keyboard.press('Alt+KeyB');
  expect(await findings(page)).toEqual([]);
  for (const [tool, at] of [
    ['Bend', [500, 500]],
    ['Plane', [500, 500]],
    ['Stand', [500, 500]],
    ['Shape', [700, 700]],
  ] as const) {
    await bench.tool(tool);
    await bench.drag([[300, 300], at]);
    expect(await findings(page), tool).toEqual([]);
  }
  await bench.undo(4);
  await bench.tool('Place');
  const chain = new ChainPanel(bench);
  for (const kind of ['curves', 'levels', 'hue bands', 'glow', 'tone tint', 'vignette']) {
    await chain.add(kind);
    expect(await findings(page), `the chain with ${kind}`).toEqual([]);
  }
  await page.getByRole('button', { name: 'Mask', exact: true }).click();
  expect(await findings(page), 'a step with a mask').toEqual([]);
  await page.keyboard.press('Shift+L');
  await expect(page.getByRole('searchbox')).toBeFocused();
  expect(await findings(page), 'the search list').toEqual([]);
  await page.keyboard.press('Escape');
  await bench.stage('Match');
  await page.getByRole('checkbox', { name: 'Shows by the tones behind it' }).check();
  expect(await findings(page), 'Match').toEqual([]);
  await page.keyboard.press('Alt+h');
  await page.getByLabel('How before and after are compared').selectOption('split');
  expect(await findings(page), 'the history').toEqual([]);
  await page.getByLabel('How before and after are compared').selectOption('held');
  await page.keyboard.press('Alt+h');
  await page.getByRole('button', { name: /^waveform/ }).click();
  expect(await findings(page), 'a waveform').toEqual([]);
  await bench.stage('Finish');
  for (const [tool, taken] of [
    ['Atmosphere', 'Flare'],
    ['Grade', 'Grade'],
    ['Looks', null],
  ] as const) {
    await bench.tool(tool);
    const inspector = page.getByRole('complementary', { name: 'Inspector' });
    if (taken) await inspector.getByRole('button', { name: taken, exact: true }).click();
    expect(await findings(page), `Finish: ${tool}`).toEqual([]);
  }
  await bench.tool('Atmosphere');
  await bench.stage('Cut');
  for (const tool of ['Brush', 'Reach', 'Component']) {
    await bench.tool(tool);
    expect(await findings(page), tool).toEqual([]);
  }
  await page.keyboard.press('?');
  expect(await findings(page), 'the sheet of keys').toEqual([]);
  await page.keyboard.press('Escape');
  for (const stage of ['Gather', 'Deliver'] as const) {
    await bench.stage(stage);
    expect(await findings(page), stage).toEqual([]);
  }
});
