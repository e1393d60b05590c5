import type { Source } from '../link/server';

/** A source of which only what matters is said. */
export function sourceLike(change: Partial<Source>): Source {
  return {
    ...{ hash: 'a'.repeat(64), name: 'keeper.jpg', format: 'JPEG', width: 1200, height: 800 },
    ...{
      bits: 8,
      channels: 3,
      profile: 'sRGB',
      bytes: 1000,
      takenAt: null,
      exposure: null,
      place: '',
    },
    ...{ addedAt: '2026-01-01T10:00:00.000Z', title: 'Keeper', credit: '', rights: '', note: '' },
    ...{ kind: 'picture', terms: 'free', collections: [], offShelf: false, origin: '' },
    ...change,
  };
}
