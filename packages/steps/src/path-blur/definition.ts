import { blurEdge } from '../blur-in-light';
import { defineStep } from '../definition';
import { list, place } from '../fields';

/** A path has so many points at most. */
const MOST = 12;

export const pathBlur = defineStep({
  kind: 'path-blur',
  version: 1,
  words: 'Path blur',
  group: 'Sharpness',
  finds: ['along a path', 'drawn', 'shake', 'motion', 'camera moved'],
  on: 'content',
  fields: {
    path: list('Path', {
      ...{ one: 'point', least: 2, most: MOST },
      of: { place: place('Place', { x: 0.5, y: 0.5 }) },
      start: [
        { place: { x: 0.46, y: 0.52 } },
        { place: { x: 0.5, y: 0.48 } },
        { place: { x: 0.54, y: 0.5 } },
      ],
    }),
    edge: blurEdge,
  },
  neutral: ({ path }) =>
    path.every(({ place: at }) => at.x === path[0]?.place.x && at.y === path[0]?.place.y),
  sample: {
    path: [
      { place: { x: 0.3, y: 0.6 } },
      { place: { x: 0.5, y: 0.3 } },
      { place: { x: 0.7, y: 0.5 } },
    ],
  },
});
