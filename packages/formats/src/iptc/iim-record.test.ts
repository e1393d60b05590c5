import { describe, expect, it } from 'vitest';
import type { FileMetadata } from '../credits';
import { iimRecord } from './iim-record';

const said: FileMetadata = {
  ...{ title: 'The Kettle Comet', description: 'A kettle flies.', creator: 'Wick' },
  ...{ credit: 'Hobnail & Wick', rights: 'All rights reserved', place: 'Harbour' },
  sources: [{ title: 'Wall', credit: 'Hobnail', rights: 'CC0-1.0' }],
};

/** Every dataset as `record:number` and text, read by the rules of the model. */
function read(record: Uint8Array): [string, string][] {
  const found: [string, string][] = [];
  for (let at = 0; at < record.length; ) {
    expect(record[at]).toBe(0x1c);
    const length = (record[at + 3] as number) * 256 + (record[at + 4] as number);
    const text = new TextDecoder('utf-8', { fatal: true });
    found.push([
      `${record[at + 1]}:${record[at + 2]}`,
      text.decode(record.subarray(at + 5, at + 5 + length)),
    ]);
    at += 5 + length;
    expect(at).toBeLessThanOrEqual(record.length);
  }
  return found;
}

describe('the record of the press', () => {
  it('says title, makers, place, credit, sources, rights and what is seen, each maker by itself', () => {
    expect(read(iimRecord(said)).slice(2)).toEqual([
      ['2:5', 'The Kettle Comet'],
      ['2:80', 'Wick'],
      ['2:80', 'Hobnail'],
      ['2:92', 'Harbour'],
      ['2:110', 'Hobnail & Wick'],
      ['2:115', 'Wall: Hobnail (CC0-1.0)'],
      ['2:116', 'All rights reserved; Credit: Hobnail & Wick; Wall: Hobnail (CC0-1.0)'],
      ['2:120', 'A kettle flies.'],
    ]);
  });

  it('leaves out what is empty, and says that it is UTF-8', () => {
    const bare = { title: '', description: '', creator: '', credit: '', rights: '', place: '' };
    const sets = read(iimRecord({ ...bare, sources: [] }));
    expect(sets).toEqual([
      ['1:90', '\x1b%G'],
      ['2:0', '\0\x04'],
    ]);
  });

  it('cuts what is too long between characters, not within one', () => {
    const title = 'Ümläute und œuvres über alles, '.repeat(4);
    const [, , [, kept] = ['', '']] = read(iimRecord({ ...said, title }));
    expect(title.startsWith(kept)).toBe(true);
    const bytes = new TextEncoder().encode(kept).length;
    expect(bytes).toBeLessThanOrEqual(64);
    expect(bytes).toBeGreaterThan(60);
  });
});
