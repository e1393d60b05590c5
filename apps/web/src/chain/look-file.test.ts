import { definitionOf, newStep } from '@diplex/steps';
import { describe, expect, it } from 'vitest';
import { LookRefused, readLook, writeLook } from './look-file';

const steps = [
  newStep(definitionOf('exposure'), { stops: 0.4 }),
  { ...newStep(definitionOf('curves')), amount: 0.5, name: 'My curve' },
];
const masked = {
  ...newStep(definitionOf('blur')),
  maskUse: { mask: 'm', linked: true, turnedRound: false, lies: [1, 0, 0, 1, 0, 0] as const },
};

describe('a look as a file', () => {
  it('comes back with its steps, amounts and names, under ids of its own', () => {
    const back = readLook(writeLook({ name: 'Dusk', steps, masks: [] }));
    expect(back.name).toBe('Dusk');
    expect(back.steps.map(({ id: _, ...step }) => step)).toEqual(
      steps.map(({ id: _, ...step }) => step),
    );
    expect(back.steps[0]?.id).not.toBe(steps[0]?.id);
  });

  it('leaves masks where they belong', () => {
    const [step] = readLook(writeLook({ name: 'Soft', steps: [masked], masks: [] })).steps;
    expect(step?.maskUse).toBeNull();
  });

  it.each([
    ['no JSON', 'no file that Diplex wrote'],
    ['{"kind":"other"}', 'holds no look'],
    ['{"kind":"diplex-look","schema":9999,"name":"x","steps":[]}', 'newer'],
    [
      writeLook({ name: 'x', steps: [], masks: [] }).replace('[]', '[{"kind":"warp-drive"}]'),
      'steps[0]',
    ],
  ])('is refused with what is wrong: %j', (text, says) => {
    expect(() => readLook(text)).toThrow(LookRefused);
    expect(() => readLook(text)).toThrow(says);
  });
});
