import { customAlphabet } from 'nanoid';

/** Letters and digits alone: an identifier is also a word of a command line, where a dash begins an option. */
const ALPHABET = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz';

/**
 * A new identifier for a composition, a layer, a mask, a mask part or a history entry:
 * 12 letters and digits.
 */
export const newId: () => string = customAlphabet(ALPHABET, 12);
