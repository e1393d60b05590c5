import type { MaskPart } from '../composition';
import { draftPart, type Operation, partName } from './operation';

/** The settings that every kind of part has. */
export type PartSettings = Partial<
  Pick<MaskPart, 'name' | 'shown' | 'combine' | 'feather' | 'inverted' | 'amount'>
>;

function said(name: string, settings: PartSettings): string {
  if (settings.name !== undefined) return `Renamed ${name} to ${settings.name}`;
  if (settings.shown !== undefined) return `${settings.shown ? 'Showed' : 'Hid'} ${name}`;
  if (settings.combine !== undefined) return `${name}: ${settings.combine}`;
  if (settings.feather !== undefined) return `Feather of ${name} to ${settings.feather} px`;
  if (settings.amount !== undefined) {
    return `Amount of ${name} to ${Math.round(settings.amount * 100)} %`;
  }
  return `Inverted ${name}`;
}

export const setPart: Operation<{ mask: string; part: string; settings: PartSettings }> = {
  name: 'setPart',
  words: (before, { mask, part, settings }) => said(partName(before, mask, part), settings),
  change(draft, { mask, part, settings }) {
    Object.assign(draftPart(draft, mask, part), settings);
  },
};
