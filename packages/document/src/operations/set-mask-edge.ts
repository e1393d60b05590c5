import type { Mask } from '../composition';
import { maskOwnerName, type Operation, unlockedMask } from './operation';

export type MaskEdge = Partial<Pick<Mask, 'choke' | 'evened' | 'firm'>>;

function said({ choke, evened, firm }: MaskEdge): string {
  if (choke !== undefined) return choke < 0 ? `Spread by ${-choke} px` : `Choke by ${choke} px`;
  if (evened !== undefined) return `Jaggies evened over ${evened} px`;
  return `Firmness to ${Math.round((firm ?? 0) * 100)} %`;
}

/** Changes the edge of a whole mask; see Mask for what the numbers mean. */
export const setMaskEdge: Operation<{ mask: string; edge: MaskEdge }> = {
  name: 'setMaskEdge',
  words: (before, { mask, edge }) => `${said(edge)}: mask of ${maskOwnerName(before, mask)}`,
  change(draft, { mask, edge }) {
    Object.assign(unlockedMask(draft, mask), edge);
  },
};
