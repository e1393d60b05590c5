import { expect, type Locator, type Page } from '@playwright/test';
import type { BenchPage, Pixels } from './bench';

/** The largest difference of a value between two pictures of the same extent. */
export function worst(a: Pixels, b: Pixels): number {
  return a.data.reduce((most, value, i) => Math.max(most, Math.abs(value - (b.data[i] ?? 0))), 0);
}

export const card = (page: Page, name: string): Locator =>
  page.getByRole('button', { name: new RegExp(`^${name}(, in hand|, chosen)?$`) }).first();

/** The chain of the layer in hand, as it stands in the inspector. */
export class ChainPanel {
  constructor(readonly bench: BenchPage) {}

  private get page(): Page {
    return this.bench.page;
  }

  rows(): Locator {
    return this.page.getByTestId('step');
  }

  row(name: string): Locator {
    return this.rows().filter({ hasText: name });
  }

  async names(): Promise<string[]> {
    const rows = this.rows().getByRole('button', { name: /^Move / });
    const labels = await rows.evaluateAll((all) => all.map((each) => each.ariaLabel ?? ''));
    return labels.map((label) => label.replace('Move ', ''));
  }

  /** Finds a step by words and adds the first that is found; its row is open then. */
  async add(words: string): Promise<void> {
    await this.page.getByRole('button', { name: 'Add to the chain' }).click();
    // The field has the focus without a press.
    await expect(this.page.getByRole('searchbox')).toBeFocused();
    await this.page.keyboard.type(words);
    await this.page.keyboard.press('Enter');
    await expect(this.page.getByRole('dialog')).toHaveCount(0);
  }

  async open(name: string): Promise<void> {
    if ((await this.row(name).getAttribute('data-open')) === 'true') return;
    await this.row(name)
      .getByTitle(new RegExp(`^Open ${name}`))
      .click();
  }

  lamp(name: string): Locator {
    return this.page.getByRole('button', { name: new RegExp(`^${name} is (on|off)$`) });
  }

  async fromShelf(mask: string): Promise<void> {
    await this.page.getByRole('combobox', { name: 'From the shelf' }).selectOption({ label: mask });
  }

  /** Drags a step by its grip onto something. */
  async drag(name: string, onto: Locator, place: { readonly x: number; readonly y: number }) {
    const grip = await this.row(name)
      .getByRole('button', { name: `Move ${name}` })
      .boundingBox();
    const to = await onto.boundingBox();
    if (!grip || !to) throw new Error('There is nothing to drag, or nowhere.');
    await this.page.mouse.move(grip.x + grip.width / 2, grip.y + grip.height / 2);
    await this.page.mouse.down();
    const [x, y] = [to.x + to.width * place.x, to.y + to.height * place.y];
    await this.page.mouse.move(x + 9, y + 9, { steps: 8 });
    await this.page.mouse.move(x, y, { steps: 4 });
    await this.page.mouse.up();
  }
}
