import { IconSunHigh } from '@tabler/icons-react';
import { ShareAmount } from '../../controls/ShareAmount';
import { lightDrag } from '../lighting/light-drag';
import type { ToolHome } from '../tool-home';
import { LightHandles } from './LightHandles';
import { LightSection } from './LightSection';
import { turnLight } from './relight';
import { useLight } from './settings';

function LightOptions() {
  const { share, set } = useLight();
  return (
    <ShareAmount
      label="Take"
      layout="stack"
      value={share}
      onSet={(value) => set({ share: value })}
    />
  );
}

export const light: ToolHome = {
  tool: lightDrag(turnLight),
  tray: { words: 'Light', key: 'w', icon: IconSunHigh },
  Options: LightOptions,
  Section: LightSection,
  Handles: LightHandles,
  Sentence: ({ whose }) => (
    <>
      Turns the light on {whose}: drag along the way that light should go. The dashed arrow is its
      own light, the other the scene’s.
    </>
  ),
  cursor: 'crosshair',
};
