import {
  changeArea,
  type Fill,
  growthOf,
  type Matrix,
  multiply,
  RANGES,
  rotation,
  scaling,
  setMaskEdge,
  translation,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { useWindow } from '../bench/window-store';
import { Amount } from '../controls/Amount';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';
import { useAreaLines } from '../picture/area-lines';
import {
  areaOfAll,
  divideByArea,
  fillArea,
  maskByArea,
  putAreaAway,
  turnAreaRound,
} from '../tools/area-commands';
import { shapeOfArea } from '../tools/shape/shape-of-area';
import { MaskFeather } from './MaskFeather';

/** The area: what limits the tools, how it lies, and what can be made from it. */
export function AreaSection() {
  const area = useComposition((state) => (state.preview ?? state.composition).area);
  const makes = useHand((state) => state.makes);
  if (!area?.inUse && makes === 'part') return null;
  return (
    <Section title="Area" aside={area?.inUse ? 'limits what you paint' : 'none in use'}>
      {area?.inUse ? (
        <>
          <AreaEdge />
          <AreaUses />
        </>
      ) : (
        <p className="text-[12.5px] text-quiet">
          Draw, pick or paint on the picture: what you make limits the tools afterwards.
        </p>
      )}
      <div className="mt-2 grid grid-cols-2 gap-1.5">
        <PlainButton words="Everything" hint="The whole canvas" onPress={areaOfAll} />
        {area && (
          <PlainButton
            words={area.inUse ? 'Put away' : 'Take up again'}
            hint={area.inUse ? 'Nothing is limited any more (Shift Y)' : 'The last area (Shift Y)'}
            onPress={putAreaAway}
          />
        )}
      </div>
    </Section>
  );
}

/** How the area lies, and its edge. */
function AreaEdge() {
  const { area, masks } = useComposition((state) => state.preview ?? state.composition);
  const committed = useComposition((state) => state.composition.area);
  const bounds = useAreaLines((state) => state.bounds);
  const { areaMoves, areaHidden, take } = useHand();
  const { perform, tryOut } = useComposition.getState();
  const mask = area ? masks[area.mask] : undefined;
  if (!area || !mask || !committed) return null;
  const centre = bounds
    ? { x: bounds.x + bounds.width / 2, y: bounds.y + bounds.height / 2 }
    : { x: 0, y: 0 };
  /** The area with a step about its middle. */
  const about = (step: Matrix) => {
    const back = translation(centre.x, centre.y);
    const lies = multiply(
      multiply(multiply(back, step), translation(-centre.x, -centre.y)),
      committed.lies,
    );
    return { change: { lies } };
  };
  const size = growthOf(area.lies) * 100;
  const turn = (Math.atan2(area.lies[1], area.lies[0]) * 180) / Math.PI;
  const sized = (percent: number) => {
    const by = percent / 100 / growthOf(committed.lies);
    return about(scaling(by, by));
  };
  const turned = (degrees: number) => {
    const was = (Math.atan2(committed.lies[1], committed.lies[0]) * 180) / Math.PI;
    return about(rotation(degrees - was));
  };
  return (
    <>
      <MaskFeather label="Area feather" mask={mask} />
      <Amount
        label="Grow / shrink"
        value={-(mask.choke ?? 0) || 0}
        range={RANGES.choke}
        step={0.1}
        unit="px"
        onTry={(by) => tryOut(setMaskEdge, { mask: mask.id, edge: { choke: -by } })}
        onSet={(by) => perform(setMaskEdge, { mask: mask.id, edge: { choke: -by } })}
      />
      <div className="mt-1.5 grid grid-cols-3 gap-1.5">
        <PlainButton
          words="Move"
          hint="Drag the area, its corners scale, the knob turns; arrows nudge"
          pressed={areaMoves}
          onPress={() => take({ areaMoves: !areaMoves })}
        />
        <PlainButton
          words="Turn round"
          hint="What is outside is the area"
          pressed={area.turnedRound}
          onPress={turnAreaRound}
        />
        <PlainButton
          words={areaHidden ? 'Outline off' : 'Outline on'}
          hint="Shows or hides the moving outline; the area limits all the same (J)"
          pressed={!areaHidden}
          onPress={() => take({ areaHidden: !areaHidden })}
        />
      </div>
      {areaMoves && (
        <div className="mt-1">
          <Amount
            label="Area scale"
            value={size}
            min={1}
            max={1000}
            step={0.1}
            unit="%"
            curve={3}
            onTry={(value) => tryOut(changeArea, sized(value))}
            onSet={(value) => perform(changeArea, sized(value))}
          />
          <Amount
            label="Area turn"
            value={turn}
            min={-180}
            max={180}
            step={0.1}
            unit="°"
            onTry={(value) => tryOut(changeArea, turned(value))}
            onSet={(value) => perform(changeArea, turned(value))}
          />
        </div>
      )}
    </>
  );
}

/** What can be made of the area, for the layer in hand and as new layers. */
function AreaUses() {
  const { canvas } = useComposition((state) => state.composition);
  const { backdropColour } = useHand();
  const colour = { ...backdropColour, alpha: 1 };
  const gradient: Fill = {
    ...{ by: 'straight', from: { x: 0, y: 0 }, to: { x: 0, y: canvas.height } },
    ...{ first: colour, last: { ...colour, alpha: 0 } },
  };
  return (
    <div className="mt-2 grid gap-1.5 text-[11.5px] text-faint">
      On the mask of the layer in hand
      <div className="grid grid-cols-3 gap-1.5">
        <PlainButton
          words="Show"
          hint="What is inside the area shows; a layer without a mask shows nothing else"
          onPress={() => maskByArea('add')}
        />
        <PlainButton
          words="Hide"
          hint="What is inside the area no longer shows"
          onPress={() => maskByArea('subtract')}
        />
        <PlainButton
          words="Only"
          hint="Nothing outside the area shows"
          onPress={() => maskByArea('intersect')}
        />
      </div>
      New layer
      <div className="grid grid-cols-3 gap-1.5">
        <PlainButton
          words="By copy"
          hint="A second layer of what is inside"
          onPress={() => divideByArea('copy')}
        />
        <PlainButton
          words="By cut"
          hint="As by copy, and the mask of the first layer hides it: nothing is lost"
          onPress={() => divideByArea('cut')}
        />
        <PlainButton
          words="As a shape"
          hint="Its outline as a curve, filled; it can be drawn on at Arrange"
          onPress={shapeOfArea}
        />
      </div>
      Fill, as a layer of its own
      <div className="grid grid-cols-3 gap-1.5">
        <PlainButton
          words="Colour"
          onPress={() => fillArea({ by: 'colour', colour }, 'Colour fill')}
        />
        <PlainButton words="Gradient" onPress={() => fillArea(gradient, 'Gradient fill')} />
        <PlainButton words="Source" onPress={() => useWindow.getState().open('area-source')} />
      </div>
    </div>
  );
}
