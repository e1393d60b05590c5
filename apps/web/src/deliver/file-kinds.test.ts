import { describe, expect, it } from 'vitest';
import type { FileRequest } from '../link/server';
import { changedFile, depthsFor, endingOf, formatsFor, requestOf } from './file-kinds';

const png: FileRequest = { contents: 'picture', format: 'png', bits: 16, quality: 80 };

describe('a file that is changed', () => {
  it('takes the bits that its new format is usually wanted in', () => {
    expect(changedFile(png, { format: 'jpeg' })).toMatchObject({ format: 'jpeg', bits: 8 });
    expect(changedFile(png, { format: 'tiff' })).toMatchObject({ bits: 16 });
    expect(changedFile(png, { bits: 8 })).toMatchObject({ format: 'png', bits: 8 });
  });

  it('takes another format when it cannot hold what it is to hold', () => {
    const jpeg = changedFile(png, { format: 'jpeg' });
    expect(changedFile(jpeg, { contents: 'cut-out' })).toMatchObject({ format: 'png', bits: 8 });
    expect(changedFile(jpeg, { contents: 'mask' })).toMatchObject({ format: 'png', bits: 16 });
    expect(formatsFor('openraster')).toEqual([]);
    expect(depthsFor({ contents: 'archive' })).toEqual([]);
  });

  it('ends as what it is', () => {
    expect(endingOf(png)).toBe('png');
    expect(endingOf({ contents: 'archive' })).toBe('diplex');
    expect(endingOf({ ...png, contents: 'layers' })).toBe('tif');
  });
});

describe('what is asked of the server', () => {
  it('is nothing that the kind of file does not have', () => {
    const full: FileRequest = {
      ...{
        contents: 'picture',
        format: 'jpeg',
        bits: 8,
        quality: 80,
        layer: 'a',
        extent: 'trimmed',
      },
      ...{ space: 'p3', backing: '#000000', subsampling: '4:2:0', mostBytes: 90_000 },
      size: { by: 'width', value: 100 },
    };
    expect(requestOf(full)).not.toHaveProperty('layer');
    expect(requestOf(full)).not.toHaveProperty('extent');
    expect(requestOf(full)).toMatchObject({ quality: 80, backing: '#000000', space: 'p3' });
    const lossless = requestOf({ ...full, format: 'png' });
    expect(lossless).not.toHaveProperty('quality');
    expect(lossless).not.toHaveProperty('backing');
    const mask = requestOf({ ...full, contents: 'mask', format: 'png', bits: 16 });
    expect(mask).not.toHaveProperty('space');
    expect(mask).toMatchObject({ layer: 'a', bits: 16 });
    expect(requestOf({ ...full, contents: 'archive', name: 'All' })).toEqual({
      ...{ contents: 'archive', name: 'All' },
    });
  });
});
