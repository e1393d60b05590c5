import { layerById } from '@diplex/document';
import { definitionOf, newStep } from '@diplex/steps';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { keeper, openKeeper, storage } from '../page.test-support';
import { brushedStep, stepGoal } from './step-goal';
import { brushedBy, saidOf } from './tone-brush';

const TILE = 'b'.repeat(64);
const dodge = (id: string) => ({ ...newStep(definitionOf('dodge-burn')), id });
const inHand = () => {
  const layer = layerById(useComposition.getState().composition, 'a');
  if (!layer) throw new Error('The keeper is in hand.');
  return layer;
};

beforeEach(() => {
  vi.stubGlobal('localStorage', storage());
});

describe('a stroke of a brush on tone', () => {
  it('makes its step with the first stroke, as one step of the history, and goes on with it', () => {
    openKeeper();
    stepGoal(inHand(), 'dodge-burn', 'Dodge').commit({ '0,0': TILE });
    const [made] = inHand().steps;
    expect(made).toMatchObject({
      kind: 'dodge-burn',
      brushed: { strokes: 1, tiles: { '0,0': TILE } },
    });
    expect(useHand.getState().openStep).toBe(made?.id);
    expect(useComposition.getState().history.entries).toHaveLength(1);
    stepGoal(inHand(), 'dodge-burn', 'Burn').commit({ '1,0': TILE });
    expect(inHand().steps).toHaveLength(1);
    expect(inHand().steps[0]?.brushed).toEqual({
      strokes: 2,
      tiles: { '0,0': TILE, '1,0': TILE },
    });
    useComposition.getState().undo();
    useComposition.getState().undo();
    expect(inHand().steps).toEqual([]);
  });

  it('works on the open step of its kind, or else on the last that is on', () => {
    const steps = [dodge('one'), dodge('two'), { ...dodge('three'), shown: false }];
    openKeeper({ layers: [{ ...keeper, steps }] });
    useHand.getState().take({ openStep: null });
    expect(brushedStep(inHand(), 'dodge-burn')?.id).toBe('two');
    useHand.getState().take({ openStep: 'one' });
    expect(brushedStep(inHand(), 'dodge-burn')?.id).toBe('one');
    expect(brushedStep(inHand(), 'warm-cool')).toBeUndefined();
  });

  it('shows what it would leave and changes nothing until it ends', () => {
    openKeeper();
    const { composition } = useComposition.getState();
    const shown = stepGoal(inHand(), 'tint-brush', 'Tint').preview(composition, { '0,0': TILE });
    expect(layerById(shown, 'a')?.steps[0]?.brushed?.tiles).toEqual({ '0,0': TILE });
    expect(useComposition.getState().composition).toBe(composition);
  });

  it('is told by what it does', () => {
    expect([1, 0, 0.5].map((value) => saidOf('dodge-burn', value))).toEqual([
      'Dodge',
      'Burn',
      'Restore',
    ]);
    // What has no opposite is taken away by the second button.
    expect(saidOf('tint-brush', 0.5)).toBe('Take the tint away');
    expect(() => brushedBy('levels')).toThrow('levels is not brushed.');
  });
});
