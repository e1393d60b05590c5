import {
  groupsAround,
  type Layer,
  layersInDepth,
  linkMask,
  maskOf,
  removeMask,
  type Step,
  setDensity,
  shareMask,
  spareLayer,
  stepHolder,
  stepHolderId,
  turnMaskRound,
} from '@diplex/document';
import {
  IconBrush,
  IconLassoPolygon,
  IconLink,
  IconLinkOff,
  IconMask,
  IconMaskOff,
  IconSwitchHorizontal,
  IconTrash,
} from '@tabler/icons-react';
import { useComposition } from '../bench/composition-store';
import { IconButton } from '../controls/IconButton';
import { PlainButton } from '../controls/PlainButton';
import { ShareAmount } from '../controls/ShareAmount';
import { giveStepMask, maskStepByArea, paintStepMask } from './step-commands';

interface StepMaskProps {
  readonly layer: Layer;
  readonly step: Step;
}

/** Where a step works: its mask, or how it gets one. */
export function StepMask({ layer, step }: StepMaskProps) {
  return (
    <div className="grid gap-1 border-line border-t pt-1.5">
      {step.maskUse ? (
        <MaskRows layer={layer} step={step} />
      ) : (
        <div className="flex flex-wrap items-center gap-1">
          <PlainButton
            icon={IconMask}
            words="Mask"
            hint="Give this step a mask that shows everything"
            onPress={() => giveStepMask(layer, step)}
          />
          <PlainButton
            icon={IconBrush}
            words="Paint it"
            hint="Give it a mask and take the brush in hand"
            onPress={() => paintStepMask(layer, step)}
          />
          <ByArea layer={layer} step={step} />
          <Spares layer={layer} step={step} />
        </div>
      )}
      <FromShelf layer={layer} step={step} />
    </div>
  );
}

function ByArea({ layer, step }: StepMaskProps) {
  const inUse = useComposition((state) => state.composition.area?.inUse);
  if (!inUse) return null;
  return (
    <PlainButton
      icon={IconLassoPolygon}
      words="Inside the area"
      hint="The step works inside the area only"
      onPress={() => maskStepByArea(layer, step)}
    />
  );
}

/** The nearest thing that has a mask is spared by one press, or any other one by choice. */
function Spares({ layer, step }: StepMaskProps) {
  const composition = useComposition((state) => state.composition);
  // What the step itself lies in would leave nothing of it.
  const around = new Set([layer.id, ...groupsAround(composition, layer.id).map(({ id }) => id)]);
  const things = layersInDepth(composition)
    .filter(({ id, maskUse, content }) => maskUse && content.kind !== 'glass' && !around.has(id))
    .reverse();
  const [nearest, ...others] = things;
  if (!nearest) return null;
  const spare = (spared: string) =>
    useComposition
      .getState()
      .perform(spareLayer, { layer: stepHolderId(layer.id, step.id), spared });
  return (
    <>
      <PlainButton
        icon={IconMaskOff}
        words={`Spare ${nearest.name}`}
        hint={`The step leaves ${nearest.name} as it is, by the mask that both share then`}
        onPress={() => spare(nearest.id)}
      />
      {others.length > 0 && (
        <select
          aria-label="Spare another layer"
          className="select select-xs w-auto bg-base-300"
          value=""
          onChange={(event) => spare(event.target.value)}
        >
          <option value="" disabled>
            or another
          </option>
          {others.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      )}
    </>
  );
}

/** Masks of the shelf, to be shared. */
function FromShelf({ layer, step }: StepMaskProps) {
  const masks = useComposition((state) => state.composition.masks);
  const { perform } = useComposition.getState();
  const kept = Object.values(masks).filter((mask) => mask.shelf);
  if (kept.length === 0) return null;
  const used = kept.find((mask) => mask.id === step.maskUse?.mask)?.id ?? '';
  return (
    <label className="grid grid-cols-[92px_1fr] items-center gap-2 text-[12.5px] text-quiet">
      From the shelf
      <select
        className="select select-xs bg-base-300"
        value={used}
        onChange={(event) => {
          const holder = stepHolderId(layer.id, step.id);
          perform(shareMask, { layer: holder, mask: event.target.value });
        }}
      >
        <option value="" disabled>
          choose a mask
        </option>
        {kept.map((mask) => (
          <option key={mask.id} value={mask.id}>
            {mask.shelf}
          </option>
        ))}
      </select>
    </label>
  );
}

function MaskRows({ layer, step }: StepMaskProps) {
  const { perform, tryOut } = useComposition.getState();
  const holder = stepHolderId(layer.id, step.id);
  const mask = useComposition((state) => maskOf(state.composition, stepHolder(layer, step)));
  const use = step.maskUse;
  if (!use) return null;
  return (
    <>
      <div className="flex items-center gap-1">
        <PlainButton
          icon={IconBrush}
          words="Paint its mask"
          hint={`Take the mask of ${step.name} in hand at Cut`}
          onPress={() => paintStepMask(layer, step)}
        />
        <IconButton
          small
          icon={IconSwitchHorizontal}
          words={use.turnedRound ? 'The mask is turned round' : 'Turn the mask round'}
          pressed={use.turnedRound}
          onPress={() => perform(turnMaskRound, { layer: holder })}
        />
        <IconButton
          small
          icon={use.linked ? IconLink : IconLinkOff}
          words={
            use.linked
              ? 'The mask moves with its layer'
              : 'The mask stays where it is on the canvas'
          }
          pressed={use.linked}
          onPress={() => perform(linkMask, { layer: holder, linked: !use.linked })}
        />
        <IconButton
          small
          icon={IconTrash}
          words={mask?.shelf ? `Let go of ${mask.shelf}` : 'Delete the mask of this step'}
          onPress={() => perform(removeMask, { layer: holder })}
        />
      </div>
      <ShareAmount
        label="Density"
        value={use.density ?? 1}
        onTry={(density) => tryOut(setDensity, { layer: holder, density })}
        onSet={(density) => perform(setDensity, { layer: holder, density })}
      />
    </>
  );
}
