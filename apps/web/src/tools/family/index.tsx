import {
  type Icon,
  IconBlur,
  IconBrush,
  IconColorFilter,
  IconRotateClockwise,
  IconSparkles,
} from '@tabler/icons-react';
import { StepHandles } from '../../chain/StepHandles';
import { Choice } from '../../controls/Choice';
import type { ToolHome } from '../tool-home';
import { FamilySection } from './FamilySection';
import { FAMILIES, type FamilyName } from './families';
import { familyTool } from './family-tool';
import { useFamily } from './settings';

function FamilyOptions() {
  const { onto, set } = useFamily();
  return (
    <Choice
      label="It changes"
      value={onto}
      options={[
        {
          value: 'layer',
          words: 'the layer',
          means: 'Changes the layer: a step in the chain of the one in hand',
        },
        {
          value: 'all',
          words: 'all behind',
          means: 'Changes all behind: a glass right before the layer in hand',
        },
      ]}
      onChoose={(value) => set({ onto: value })}
    />
  );
}

function familyHome(name: FamilyName, key: string, icon: Icon): ToolHome {
  return {
    tool: familyTool,
    tray: { words: FAMILIES[name].words, key, icon },
    Options: FamilyOptions,
    Section: () => <FamilySection name={name} />,
    Handles: StepHandles,
    Sentence: ({ whose }) => (
      <>
        Adds a step to {whose}, or a glass before it: choose one in the inspector. A press on the
        picture moves the place that the open step is about.
      </>
    ),
    cursor: 'crosshair',
  };
}

export const glows = familyHome('glows', 'w', IconSparkles);
export const blurs = familyHome('blurs', 'e', IconBlur);
export const painted = familyHome('painted', 't', IconBrush);
export const grades = familyHome('grades', 'f', IconColorFilter);
export const swirls = familyHome('swirls', 'a', IconRotateClockwise);
