import { expect, type Locator, type Page } from '@playwright/test';
import sharp from 'sharp';

/** A place on the canvas, in composition pixels. */
export type Place = readonly [x: number, y: number];

export interface Pixels {
  readonly width: number;
  readonly height: number;
  /** RGBA, 8 bits, straight. */
  readonly data: Uint8Array;
}

/** The bench in a page, as a retoucher uses it: by pointer and keys. */
export class BenchPage {
  readonly picture: Locator;

  constructor(readonly page: Page) {
    this.picture = page.getByTestId('picture');
  }

  // What is waited for all the time is looked at in every frame: an expectation looks twice a second.

  /** Waits until nothing sharper is to come. */
  async settled(): Promise<void> {
    await this.page.waitForFunction(
      () => document.querySelector('[data-testid="picture"][data-settled="true"]') !== null,
      null,
      { timeout: 60_000 },
    );
  }

  async saved(): Promise<void> {
    await this.page.waitForFunction(
      () => document.querySelector('[data-testid="saved"]')?.textContent?.startsWith('saved'),
      null,
      { timeout: 30_000 },
    );
  }

  async open(title: string): Promise<void> {
    await this.page.goto('/');
    await this.page.getByLabel(`Open ${title}`, { exact: true }).click();
    await this.settled();
  }

  async stage(name: 'Gather' | 'Cut' | 'Arrange' | 'Match' | 'Finish' | 'Deliver'): Promise<void> {
    const link = this.page.getByRole('navigation', { name: 'Stages' }).getByText(name);
    await link.click();
    await expect(this.page).toHaveURL(new RegExp(`/${name.toLowerCase()}$`));
    // The address is there before the stage and its keys are.
    const here = this.page.getByRole('navigation', { name: 'Stages' }).locator('[aria-current]');
    await expect(here).toContainText(name);
    if (name !== 'Gather') await this.settled();
  }

  async tool(words: string): Promise<void> {
    const tool = this.page
      .getByRole('contentinfo')
      .getByRole('button', { name: words, exact: true });
    await tool.click();
  }

  /** Where the canvas lies in the window, and window pixels per composition pixel. */
  private async canvas(): Promise<{ x: number; y: number; zoom: number }> {
    const ground = await this.page.getByTestId('canvas-ground').boundingBox();
    const title = await this.page.getByTitle('Canvas size and mixing').textContent();
    const width = Number((title ?? '').split(' × ')[0]);
    if (!ground || !width) throw new Error('There is no picture.');
    return { x: ground.x, y: ground.y, zoom: ground.width / width };
  }

  /** The window pixels of places on the canvas. */
  async onScreen(places: readonly Place[]): Promise<{ x: number; y: number }[]> {
    const canvas = await this.canvas();
    return places.map(([x, y]) => ({
      x: canvas.x + x * canvas.zoom,
      y: canvas.y + y * canvas.zoom,
    }));
  }

  async click(place: Place): Promise<void> {
    const [at] = await this.onScreen([place]);
    if (at) await this.page.mouse.click(at.x, at.y);
  }

  /** Presses at the first place, goes through the others and lets go at the last. */
  async drag(
    places: readonly Place[],
    steps = 6,
    button: 'left' | 'right' = 'left',
  ): Promise<void> {
    const [first, ...others] = await this.onScreen(places);
    if (!first) return;
    await this.page.mouse.move(first.x, first.y);
    await this.page.mouse.down({ button });
    for (const at of others) await this.page.mouse.move(at.x, at.y, { steps });
    await this.page.mouse.up({ button });
  }

  /** Pointer events of a kind that Playwright has no device for: a pen's pressure, two fingers. */
  async pointer(
    events: readonly {
      readonly type: 'pointerdown' | 'pointermove' | 'pointerup';
      readonly at: Place;
      readonly kind: 'pen' | 'touch';
      readonly id?: number;
      readonly pressure?: number;
    }[],
  ): Promise<void> {
    const places = await this.onScreen(events.map((event) => event.at));
    const list = events.map((event, i) => ({ ...event, ...places[i] }));
    await this.picture.evaluate((canvas, all) => {
      const area = canvas.parentElement as HTMLElement;
      // There is no such pointer in truth, so it cannot be captured.
      area.setPointerCapture = () => undefined;
      for (const { type, kind, id, x, y, pressure } of all) {
        const button = type === 'pointermove' ? -1 : 0;
        const state = { button, buttons: 1, pressure: pressure ?? 0.5, pointerId: id ?? 9 };
        const place = {
          clientX: x,
          clientY: y,
          pointerType: kind,
          bubbles: true,
          cancelable: true,
        };
        area.dispatchEvent(new PointerEvent(type, { ...state, ...place }));
      }
    }, list);
  }

  /** Waits until no long work is under way. */
  async jobsDone(): Promise<void> {
    await this.page.waitForFunction(
      () => document.querySelector('[data-testid="job-line"]') === null,
      null,
      { timeout: 120_000 },
    );
  }

  parts(): Locator {
    return this.page.getByTestId('part');
  }

  cards(): Locator {
    return this.page.getByTestId('card');
  }

  async undo(times = 1): Promise<void> {
    for (let i = 0; i < times; i++) await this.page.keyboard.press('Control+z');
  }

  async redo(times = 1): Promise<void> {
    for (let i = 0; i < times; i++) await this.page.keyboard.press('Control+Shift+z');
  }

  /** Opens a section of the inspector that may be folded. */
  async section(title: string): Promise<void> {
    const head = this.page.getByRole('button', { name: title, exact: true });
    if ((await head.getAttribute('aria-expanded')) === 'false') await head.click();
  }

  /** Sets an amount in the inspector or the tray by its number. */
  async amount(label: string, value: number): Promise<void> {
    const field = this.page.getByRole('textbox', { name: new RegExp(`^${label}(,|$)`) });
    await field.fill(String(value));
    await field.press('Enter');
  }

  /** The pixels of the picture element as they are on the screen. */
  async pixels(): Promise<Pixels> {
    await this.settled();
    const shot = await this.picture.evaluate((canvas: HTMLCanvasElement) => {
      const context = canvas.getContext('2d') as CanvasRenderingContext2D;
      const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
      let text = '';
      const step = 0x8000;
      for (let i = 0; i < data.length; i += step) {
        text += String.fromCharCode(...data.subarray(i, i + step));
      }
      return { width: canvas.width, height: canvas.height, text: btoa(text) };
    });
    const data = new Uint8Array(Buffer.from(shot.text, 'base64'));
    return { width: shot.width, height: shot.height, data };
  }

  /** The colour on the screen at a place of the fitted picture. */
  async colourAt(place: Place): Promise<[number, number, number]> {
    const [at] = await this.onScreen([place]);
    const box = await this.picture.boundingBox();
    if (!at || !box) throw new Error('There is no picture.');
    await this.settled();
    const pixel = { x: Math.floor(at.x - box.x), y: Math.floor(at.y - box.y) };
    return this.picture.evaluate((canvas: HTMLCanvasElement, { x, y }) => {
      const context = canvas.getContext('2d') as CanvasRenderingContext2D;
      const [r = 0, g = 0, b = 0] = context.getImageData(x, y, 1, 1).data;
      return [r, g, b] as [number, number, number];
    }, pixel);
  }
}

/** Reads a picture file as 8-bit RGBA. */
export async function readPicture(file: Buffer): Promise<Pixels> {
  const { data, info } = await sharp(file)
    .ensureAlpha()
    .raw({ depth: 'uchar' })
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8Array(data) };
}

export interface ApiComposition {
  readonly id: string;
  readonly title: string;
  readonly revision: number;
}

/** A copy of a demo composition under a title of its own, so that journeys do not meet. */
export async function copyOf(page: Page, original: string, title: string): Promise<string> {
  const all = (await (await page.request.get('/api/compositions')).json()) as ApiComposition[];
  const found = all.find((each) => each.title === original);
  const data = { copyOf: found?.id, title };
  const made = await page.request.post('/api/compositions', { data });
  return ((await made.json()) as ApiComposition).id;
}

/** An empty composition of a size. */
export async function newOf(
  page: Page,
  title: string,
  width: number,
  height: number,
): Promise<string> {
  const data = { title, canvas: { width, height } };
  const made = await page.request.post('/api/compositions', { data });
  return ((await made.json()) as ApiComposition).id;
}

/** A bench at the Cut stage with one demo photograph on a canvas of its size, its mask seen as greyscale. */
export async function photoToCut(
  page: Page,
  title: string,
  file: string,
  canvas: { readonly width: number; readonly height: number },
): Promise<BenchPage> {
  const bench = new BenchPage(page);
  const id = await newOf(page, title, canvas.width, canvas.height);
  await page.goto(`/c/${id}/gather`);
  // Other journeys bring in larger copies under the same name.
  const extent = `${canvas.width} × ${canvas.height}`;
  await page.getByTitle(`${file}: press`).filter({ hasText: extent }).first().click();
  await bench.tool('Add as layer');
  await bench.stage('Cut');
  await page.getByRole('button', { name: 'Plain', exact: true }).click();
  return bench;
}

/** The harbour wall at the Cut stage. */
export function wallToCut(page: Page, title: string): Promise<BenchPage> {
  return photoToCut(page, title, 'harbour-wall.jpg', { width: 1500, height: 1000 });
}
