import { describe, expect, it } from 'vitest';
import { freeName, nameBy, safeName } from './name-pattern';

const facts = {
  ...{ title: 'Kettle: "A"/1', layer: 'Keeper', width: 1500, height: 1000 },
  ...{ date: '2026-11-28', number: 2 },
};

describe('names of files', () => {
  it('are filled in from a pattern, and words that it does not know stay', () => {
    expect(nameBy('{number} {layer} {width}x{height} {date}', facts)).toBe(
      '2 Keeper 1500x1000 2026-11-28',
    );
    expect(nameBy('{moth} {layer}', facts)).toBe('-moth- Keeper');
  });

  it('are such as every system takes', () => {
    expect(nameBy('{title}', facts)).toBe('Kettle- -A-1');
    expect(safeName('../../etc/passwd', 'x')).toBe('-..-etc-passwd');
    expect(safeName('...', 'composition')).toBe('composition');
    expect(safeName('Ä'.repeat(500), 'x')).toHaveLength(120);
  });

  it('are never given twice', () => {
    const taken = new Set(['a.png', 'a 2.png']);
    expect(freeName('A', 'png', taken)).toBe('A 3.png');
    expect(freeName('A', 'jpg', taken)).toBe('A.jpg');
  });
});
