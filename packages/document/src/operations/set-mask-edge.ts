import type { Mask } from '../composition';
import { maskOwnerName, type Operation, unlockedMask } from './operation';

export type MaskEdge = Partial<
  Pick<
    Mask,
    'choke' | 'evened' | 'firm' | 'fringe' | 'fringeWidth' | 'fringeWhere' | 'tint' | 'tintWidth'
  >
>;

function said(edge: MaskEdge): string {
  const { choke, evened, firm, fringe, fringeWidth, fringeWhere, tint, tintWidth } = edge;
  if (choke !== undefined) return choke < 0 ? `Spread by ${-choke} px` : `Choke by ${choke} px`;
  if (evened !== undefined) return `Jaggies evened over ${evened} px`;
  if (fringe !== undefined) return `Clean fringe to ${Math.round(fringe * 100)} %`;
  if (fringeWidth !== undefined) return `Clean fringe over ${fringeWidth} px`;
  if (fringeWhere !== undefined) {
    return fringeWhere === 'visible' ? 'Clean fringe where it shows' : 'Clean fringe everywhere';
  }
  if (tint !== undefined) return `Edge tint to ${Math.round(tint * 100)} %`;
  if (tintWidth !== undefined) return `Edge tint over ${tintWidth} px`;
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
