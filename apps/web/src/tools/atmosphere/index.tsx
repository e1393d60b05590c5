import type { GeneratedDefinition } from '@diplex/steps';
import { IconFrame, IconMist, IconTexture } from '@tabler/icons-react';
import { FamilySection } from '../family/FamilySection';
import type { ToolHome } from '../tool-home';
import { AtmosphereHandles } from './AtmosphereHandles';
import { atmosphereTool } from './atmosphere-tool';
import { GeneratedSection } from './GeneratedSection';

/** A tool that lays generated layers of a group before the layer in hand. */
function generatedHome(
  group: GeneratedDefinition['group'],
  title: string,
  tray: NonNullable<ToolHome['tray']>,
  Sentence: ToolHome['Sentence'],
): ToolHome {
  return {
    tool: atmosphereTool,
    tray,
    Section: () => <GeneratedSection group={group} title={title} />,
    Handles: AtmosphereHandles,
    ...(Sentence && { Sentence }),
    cursor: 'crosshair',
  };
}

export const atmosphere = generatedHome(
  'atmosphere',
  'Weather and light',
  { words: 'Atmosphere', key: 'q', icon: IconMist },
  ({ whose }) => (
    <>
      Lays weather and light before {whose}: choose one in the inspector. With one in hand, drag
      from where it comes to where it goes.
    </>
  ),
);

const surfaces = generatedHome(
  'texture',
  'Surfaces',
  { words: 'Texture', key: 'r', icon: IconTexture },
  ({ whose }) => <>Lays a surface over {whose} and all behind it: choose one in the inspector.</>,
);

export const textures: ToolHome = {
  ...surfaces,
  Section: () => (
    <>
      <GeneratedSection group="texture" title="Surfaces" />
      <FamilySection name="surfaces" />
    </>
  ),
};

export const frames = generatedHome(
  'frame',
  'Borders',
  { words: 'Frame', key: 'd', icon: IconFrame },
  ({ whose }) => <>Lays a border round the picture, before {whose}: choose it in the inspector.</>,
);
