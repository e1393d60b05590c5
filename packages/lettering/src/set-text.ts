import type { DrawnText, GlyphPlace, LetteringContent, Point } from '@diplex/document';
import { Buffer, type Font, shape } from 'harfbuzzjs';
import { type CurveWay, curveWay } from './curve-way';
import type { ReadFont } from './read-font';

/** How a text is set: all of its content but how that is drawn. */
export type TextSetting = Pick<
  LetteringContent,
  'text' | 'letterSize' | 'weight' | 'spacing' | 'lineHeight' | 'align' | 'along'
>;

/** A place between two letters, where more can be written: the foot of the caret, and which way it stands. */
export interface Caret extends Point {
  /** Degrees, clockwise. */
  readonly turn: number;
}

/** A text as it is drawn, and where the caret stands before each character and after the last. */
export interface SetText {
  readonly drawn: DrawnText;
  readonly carets: readonly Caret[];
  /** Above and below the baseline, in pixels of the layer. */
  readonly ascent: number;
  readonly descent: number;
}

interface Glyph {
  readonly id: number;
  /** The character that it begins with, counted in the line. */
  readonly cluster: number;
  readonly advance: number;
  readonly dx: number;
  readonly dy: number;
}

interface Line {
  readonly text: string;
  readonly glyphs: readonly Glyph[];
  readonly width: number;
}

/** Decimals of a glyph's units that are kept. */
const FINE = 10;

/** The outline of a glyph with y downwards. */
function pathOf(font: Font, glyph: number): string {
  let flips = 0;
  return font
    .glyphToPath(glyph)
    .replace(/([MLQCZ])|(-?\d*\.?\d+(?:e-?\d+)?)/g, (token, command) => {
      if (command) {
        flips = 0;
        return command;
      }
      const value = (flips++ % 2 === 1 ? -1 : 1) * Number(token);
      return String(Math.round(value * FINE) / FINE + 0);
    });
}

function shaped(font: Font, text: string, unit: number, spacing: number): Line {
  const buffer = new Buffer();
  buffer.addText(text);
  buffer.guessSegmentProperties();
  shape(font, buffer);
  const infos = buffer.getGlyphInfos();
  const positions = buffer.getGlyphPositions();
  const glyphs = infos.map((info, i): Glyph => {
    const { xAdvance = 0, xOffset = 0, yOffset = 0 } = positions[i] ?? {};
    return {
      ...{ id: info.codepoint, cluster: info.cluster, advance: xAdvance * unit + spacing },
      ...{ dx: xOffset * unit, dy: -yOffset * unit },
    };
  });
  // What is added between letters is not added after the last.
  const width =
    glyphs.reduce((sum, { advance }) => sum + advance, 0) - (glyphs.length ? spacing : 0);
  return { text, glyphs, width };
}

const STARTS = { start: 0, middle: 0.5, end: 1 } as const;

/** A line on a straight baseline that goes on to the right. */
const straight = (y: number): CurveWay => ({
  length: Infinity,
  at: (along) => ({ x: along, y, turn: 0 }),
});

/**
 * Sets a text: shaped by HarfBuzz (kerning, ligatures, marks, directions), line under line, or its first line along a
 * curve. It counts from the beginning of the first baseline.
 */
export function setText(read: ReadFont, setting: TextSetting): SetText {
  const { letterSize: size, weight, spacing, lineHeight, align, along } = setting;
  const font = read.at(weight);
  const unit = size / read.unitsPerEm;
  const between = (spacing / 1000) * size;
  const glyphs: string[] = [];
  const known = new Map<number, number>();
  const numberOf = (id: number) => {
    const path = known.get(id);
    if (path !== undefined) return path;
    known.set(id, glyphs.length);
    return glyphs.push(pathOf(font, id)) - 1;
  };
  const places: GlyphPlace[] = [];
  const carets: Caret[] = [];
  setting.text.split('\n').forEach((text, i) => {
    const line = shaped(font, text, unit, between);
    const down = i * lineHeight * size;
    const way = along ? curveWay(along, down) : straight(down);
    const room = along ? way.length : 0;
    let at = STARTS[align] * (room - line.width) + 0;
    const stops = new Map<number, number>([[line.text.length, at + line.width]]);
    for (const glyph of line.glyphs) {
      // A letter on a curve stands at the slope of its middle.
      const middle = way.at(at + glyph.advance / 2);
      const turned = along ? middle.turn : 0;
      const foot = along ? backFrom(middle, glyph.advance / 2) : way.at(at);
      places.push({
        ...{ glyph: numberOf(glyph.id), turn: turned },
        ...shifted(foot, turned, glyph.dx, glyph.dy),
      });
      if (!stops.has(glyph.cluster)) stops.set(glyph.cluster, at);
      at += glyph.advance;
    }
    for (let c = 0; c <= line.text.length; c++) {
      const { x, y, turn } = way.at(stopOf(stops, c));
      carets.push({ x, y, turn });
    }
  });
  const extents = font.hExtents();
  const drawn = { unit, glyphs, places: places.filter(({ glyph }) => glyphs[glyph] !== '') };
  return { drawn, carets, ascent: extents.ascender * unit, descent: -extents.descender * unit };
}

/** Where a character begins: within a ligature, between its ends. */
function stopOf(stops: ReadonlyMap<number, number>, character: number): number {
  const known = stops.get(character);
  if (known !== undefined) return known;
  const all = [...stops].sort(([a], [b]) => a - b);
  const after = all.find(([at]) => at > character);
  const before = all.findLast(([at]) => at < character);
  if (!before || !after) return before?.[1] ?? after?.[1] ?? 0;
  const share = (character - before[0]) / (after[0] - before[0]);
  return before[1] + share * (after[1] - before[1]);
}

function shifted({ x, y }: Point, turn: number, dx: number, dy: number): Point {
  const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  return { x: x + c * dx - s * dy, y: y + s * dx + c * dy };
}

function backFrom(place: Caret, by: number): Point {
  return shifted(place, place.turn, -by, 0);
}
