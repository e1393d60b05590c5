import {
  type Composition,
  type Layer,
  laidOut,
  newComposition,
  placedAt,
  plainLayer,
} from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { keeper } from '../../bench/keeper.test-support';
import type { FileRequest } from '../../link/server';
import { sourceLike } from '../../shelf/source.test-support';
import { worstFirst } from './check';
import { findingsOf } from './run-checks';

function scene(layers: readonly Layer[]): Composition {
  return laidOut(newComposition('Test', { width: 400, height: 200 }), layers);
}

function found(
  composition: Composition,
  files: readonly FileRequest[] = [],
  sources = [sourceLike({ hash: keeper.content.source })],
) {
  return findingsOf({ composition, sources, files }, []);
}

const words = (findings: ReturnType<typeof found>) => findings.map((each) => each.words);

describe('checks before a delivery', () => {
  it('find nothing where all is well', () => {
    expect(found(scene([keeper]))).toEqual([]);
  });

  it('find what is hidden or switched off', () => {
    expect(words(found(scene([{ ...keeper, shown: false }])))).toEqual(['Keeper is hidden.']);
    const step = {
      ...{ id: 's', kind: 'blur', version: 1, name: 'Blur', values: {}, shown: false, amount: 1 },
      ...{ blending: 'normal' as const, maskUse: null },
    };
    expect(words(found(scene([{ ...keeper, steps: [step] }])))).toEqual([
      'Keeper: Blur is switched off.',
    ]);
  });

  it('find photographs and files that are larger than their pixels', () => {
    const placed = { ...keeper.placement, scaleX: 2.5, scaleY: 2.5 };
    const [first] = found(scene([{ ...keeper, placement: placed }]));
    expect(first).toMatchObject({ weight: 'doubtful', layer: 'a', stage: 'arrange' });
    expect(first?.words).toContain('2.5 times beyond its pixels');
    const large: FileRequest = { contents: 'picture', size: { by: 'width', value: 800 } };
    const small: FileRequest = { contents: 'picture', size: { by: 'width', value: 200 } };
    expect(words(found(scene([keeper]), [small, large]))).toEqual([
      'File 2 is 2.0 times as large as the composition.',
    ]);
  });

  it('find files that do not fit the composition', () => {
    const files: FileRequest[] = [
      { contents: 'cut-out', layer: 'Keeper' },
      { contents: 'mask', layer: 'Moth' },
      { contents: 'picture', format: 'png', bits: 8, space: 'linear' },
    ];
    expect(words(found(scene([keeper]), files))).toEqual([
      'File 2 is of a layer that this composition does not have.',
      'File 3 is in linear light with 8 bits: its darks show bands.',
    ]);
  });

  it('find texts that go beyond the canvas', () => {
    const drawn = {
      unit: 1,
      glyphs: ['M0 0L50 0L50 -30L0 -30Z'],
      places: [{ glyph: 0, x: 0, y: 0, turn: 0 }],
    };
    const content = {
      ...{ kind: 'lettering' as const, text: 'Moth', font: { family: 'Figtree', file: 'figtree' } },
      ...{ letterSize: 30, weight: 500, spacing: 0, lineHeight: 1.2, align: 'start' as const },
      ...{ along: null, stroke: null, drawn },
      fill: { by: 'colour' as const, colour: { r: 0, g: 0, b: 0, alpha: 1 } },
    };
    const text = (x: number) => plainLayer('t', 'Text', content, placedAt({ x, y: 100 }));
    expect(found(scene([keeper, text(100)]))).toEqual([]);
    expect(words(found(scene([keeper, text(380)])))).toEqual([
      'Text goes beyond the edge of the canvas.',
    ]);
  });

  it('tell of rights before all else', () => {
    const barred = sourceLike({ hash: keeper.content.source, terms: 'barred', title: 'Keeper' });
    const hidden = { ...keeper, id: 'b', name: 'Other', shown: false };
    const findings = found(scene([hidden, keeper]), [], [barred]);
    expect(findings.map(({ weight }) => weight)).toEqual(['wrong', 'look']);
    expect(findings[0]).toMatchObject({ words: 'Keeper is not to be delivered.', layer: 'b' });
    expect(worstFirst([...findings].reverse())).toEqual(findings);
  });
});
