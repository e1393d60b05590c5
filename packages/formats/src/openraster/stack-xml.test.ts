import { describe, expect, it } from 'vitest';
import type { StackImage } from './stack';
import { readStack, StackInvalid, stackAsXml } from './stack-xml';

const both = { opacity: 1, shown: true, locked: false, blending: 'normal' as const };

const IMAGE: StackImage = {
  width: 320,
  height: 200,
  children: [
    { kind: 'layer', ...both, name: 'Wall', src: 'data/0.png', x: 0, y: 0 },
    {
      ...{ kind: 'group', ...both, name: 'Keeper & "moth"', opacity: 0.5, isolated: true },
      children: [
        { kind: 'layer', ...both, name: 'Far', src: 'data/1.png', x: -4, y: 12 },
        {
          ...{ kind: 'layer', ...both, name: 'Near <1>', src: 'data/2.png', x: 7, y: 9 },
          ...{ blending: 'multiply', shown: false, locked: true, opacity: 0.25 },
        },
      ],
    },
  ],
};

describe('stack.xml', () => {
  it('comes back as it was written, with names of any letters', () => {
    const { remarks, ...image } = readStack(stackAsXml(IMAGE));
    expect(remarks).toEqual([]);
    expect(image).toEqual(IMAGE);
  });

  it('has the nearest first, by the standard’s names', () => {
    const xml = stackAsXml(IMAGE);
    expect(xml.indexOf('Keeper')).toBeLessThan(xml.indexOf('Wall'));
    expect(xml).toContain('composite-op="svg:multiply"');
    expect(xml).toContain('visibility="hidden"');
    expect(xml).toMatch(/<image version="0\.0\.\d" w="320" h="200"/);
  });

  it('adds up the places of stacks around a layer, and says what is not known', () => {
    const { children, remarks } = readStack(
      '<image w="9" h="9"><stack x="1" y="2"><stack x="10" y="20" composite-op="svg:dst-in">' +
        '<layer name="A" src="a.png" x="3" y="4"/></stack><text/></stack></image>',
    );
    expect(children).toMatchObject([{ children: [{ name: 'A', x: 13, y: 24 }] }]);
    expect(remarks.join(' ')).toMatch(/dst-in.*<text>/);
  });

  it.each([
    ['no XML', 'what', /stack\.xml/],
    ['unclosed', '<image w="1" h="1"><stack>', /stack\.xml/],
    ['no size', '<image><stack/></image>', /size/],
    ['no stack', '<image w="1" h="1"/>', /no stack/],
    [
      'a layer without a file',
      '<image w="1" h="1"><stack><layer name="A"/></stack></image>',
      /src/,
    ],
    ['entities', '<!DOCTYPE a [<!ENTITY b "c">]><image w="1" h="1"><stack/></image>', /entities/],
    ['no number', '<image w="1" h="1"><stack><layer src="a" x="ten"/></stack></image>', /"ten"/],
    [
      'endless depth',
      `<image w="1" h="1">${'<stack>'.repeat(60)}${'</stack>'.repeat(60)}</image>`,
      /nests/,
    ],
  ])('is refused with %s', (_, xml, says) => {
    expect(() => readStack(xml)).toThrow(StackInvalid);
    expect(() => readStack(xml)).toThrow(says);
  });
});
