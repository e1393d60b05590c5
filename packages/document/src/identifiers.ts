import { nanoid } from 'nanoid';

/** A new identifier for a layer, a mask, a mask part or a history entry: 12 URL-safe characters. */
export function newId(): string {
  return nanoid(12);
}
