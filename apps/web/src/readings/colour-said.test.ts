import { expect, it } from 'vitest';
import { colourSaid } from './colour-said';

const red = { r: 1, g: 0, b: 0 };
const grey = { r: 0.5, g: 0.5, b: 0.5 };

it('tells colours in bytes, in L*a*b* under D65 and in OKLCh', () => {
  expect(colourSaid(red, 'RGB')).toBe('255 0 0');
  // Known values of sRGB's red (CIE 15; Ottosson 2020).
  expect(colourSaid(red, 'L*a*b*')).toBe('53 80 67');
  expect(colourSaid(red, 'OKLCh')).toBe('0.628 0.258 29°');
  expect(colourSaid(grey, 'L*a*b*')).toBe('53 0 0');
  expect(colourSaid(grey, 'OKLCh')).toBe('0.598 0.000 -');
});
