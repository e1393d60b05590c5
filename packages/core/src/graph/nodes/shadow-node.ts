import { type Cast, castSoftness, type Rect, type ShadowContent } from '@diplex/document';
import { type CoverageImage, type FloatImage, newCoverage, newFloatImage } from '@diplex/imaging';
import { decodeExactly, type MixSpaceName } from '@diplex/kernels';
import { type Drawing, GraphNode, type Image } from '../node';
import { joined, type Region } from '../region';
import { FeatherNode } from './mask-nodes';
import { TakenNode } from './paint-nodes';

/** How much of a picture covers each pixel. */
export class AlphaNode extends GraphNode {
  constructor(picture: GraphNode) {
    super('alpha', [], [picture], 1);
  }

  extent(scale: number): Region {
    return this.inputs[0]?.extent(scale) ?? [];
  }

  draw(out: Rect, _scale: number, from: Drawing): Image | null {
    const image = from.see(0) as FloatImage | null;
    if (!image) return null;
    const alpha = newCoverage(out.width, out.height);
    for (let p = 0; p < alpha.data.length; p++) alpha.data[p] = image.data[p * 4 + 3] as number;
    return alpha;
  }
}

/** A shadow is drawn at these shares of its greatest softness, and between them by how far its light travelled. */
const SOFT = [0.08, 0.4, 1] as const;

/** The shadow of contact reaches so high up the thing, and is so soft, as shares of its height. */
const [TOUCHES, CONTACT_SOFT] = [0.12, 0.025];

/** What is darker than this is all dark. */
const LEAST_SIGMA = 0.3;

/** The places of the inputs: the shadow at its three softnesses, and of contact. */
const CONTACT = SOFT.length;

/** The shadow of a thing: its outline where light throws it, the softer the farther, and dark where it touches the ground. */
export class ShadowNode extends GraphNode {
  override readonly keeps = true;

  /** @param thing the thing as it is covered */
  constructor(
    thing: GraphNode,
    private readonly content: ShadowContent,
    private readonly cast: Cast,
    private readonly space: MixSpaceName,
  ) {
    const { map, contact, standing, up, far } = cast;
    const { colour, softness, contact: dark } = content;
    const values = [...map, ...contact, standing.foot.y, standing.height, up ?? 'wall', far];
    const told = [colour.r, colour.g, colour.b, colour.alpha, softness, dark, space];
    const soft = (node: GraphNode, sigma: number) =>
      sigma < LEAST_SIGMA ? node : new FeatherNode(node, sigma);
    const thrown = new AlphaNode(new TakenNode(thing, map));
    const most = castSoftness(content, far);
    const layers = SOFT.map((share) => soft(thrown, share * most));
    const pressed = new AlphaNode(new TakenNode(thing, contact));
    super(
      'shadow',
      [...values, ...told],
      [...layers, soft(pressed, CONTACT_SOFT * standing.height)],
      4,
    );
  }

  extent(scale: number): Region {
    return joined(...this.inputs.map((input) => input.extent(scale)));
  }

  draw(out: Rect, scale: number, from: Drawing): Image {
    const image = newFloatImage(out.width, out.height);
    const layers = SOFT.map((_, i) => from.see(i) as CoverageImage | null);
    const contact = from.see(CONTACT) as CoverageImage | null;
    const { foot, height } = this.cast.standing;
    const { colour, contact: dark } = this.content;
    const light = this.space === 'light' ? decodeExactly : (value: number) => value;
    const [r, g, b] = [colour.r, colour.g, colour.b].map((value) => light(value / 255)) as [
      number,
      number,
      number,
    ];
    for (let y = 0; y < out.height; y++) {
      const below = (out.y + y + 0.5) / scale - foot.y;
      const { first, second, share } = between(this.travelled(-below));
      const touching = Math.max(0, 1 - Math.abs(below) / (TOUCHES * height));
      for (let x = 0; x < out.width; x++) {
        const p = y * out.width + x;
        const [a, c] = [layers[first]?.data[p] ?? 0, layers[second]?.data[p] ?? 0];
        const thrown = a + (c - a) * share;
        const touched = dark * touching * (contact?.data[p] ?? 0);
        const alpha = colour.alpha * (1 - (1 - thrown) * (1 - touched));
        if (alpha === 0) continue;
        const i = p * 4;
        image.data[i] = alpha * r;
        image.data[i + 1] = alpha * g;
        image.data[i + 2] = alpha * b;
        image.data[i + 3] = alpha;
      }
    }
    return image;
  }

  /** Which share of its longest way the light travelled that is missing so far above the foot in the picture. */
  private travelled(above: number): number {
    const { up, standing } = this.cast;
    if (up === null) return 1;
    return Math.max(0, Math.min(1, above / up / Math.max(1, standing.height)));
  }
}

/** Between which two of the softnesses a share lies. */
function between(share: number): { first: number; second: number; share: number } {
  for (let i = 1; i < SOFT.length; i++) {
    const [from, to] = [SOFT[i - 1] as number, SOFT[i] as number];
    if (share <= to || i === SOFT.length - 1) {
      const t = Math.max(0, Math.min(1, (share - from) / (to - from)));
      return { first: i - 1, second: i, share: t };
    }
  }
  return { first: 0, second: 0, share: 0 };
}
