import { greyOfLightness } from '@diplex/imaging';
import { type RefObject, useEffect, useRef } from 'react';
import { useCompare } from '../bench/compare-store';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { isCutTool, type ToolName } from '../bench/stage-tools';
import { GhostOutlines } from '../exposures/GhostOutlines';
import { BrushRing } from '../picture/BrushRing';
import { useCamera } from '../picture/camera-store';
import { screenSpace } from '../picture/screen-space';
import { ComponentPanels } from '../tools/component/ComponentPanels';
import { useComponenting } from '../tools/component/settings';
import { LooksSheet } from '../tools/looks/LooksSheet';
import { useLooks } from '../tools/looks/settings';
import { TOOLS } from '../tools/tools';
import { AreaOutline } from './AreaOutline';
import { BeforePicture } from './BeforePicture';
import { ClipMarks } from './ClipMarks';
import { CoverageDraft } from './CoverageDraft';
import { Loupe } from './Loupe';
import { AID_LOOKS, onlyLooks } from './looking-aids';
import { PictureOverlay } from './PictureOverlay';
import { Readout } from './Readout';
import { useComplement } from './use-complement';
import { usePointer } from './use-pointer';
import { useTileScreen } from './use-tile-screen';
import { ZoomBox } from './ZoomBox';

/** The picture: tiles on a canvas, overlays above it, readings in its corners. */
export function Picture({ tool: inHand }: { readonly tool: ToolName | null }) {
  const aid = useHand((state) => state.aid);
  const look = AID_LOOKS[aid];
  // What is seen smaller, mirrored or beside is not where it is, so the tool rests.
  const way = useCompare((state) => state.way);
  const tool = onlyLooks(aid) || way === 'beside' ? null : inHand;
  const area = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const surround = useComposition((state) => (state.preview ?? state.composition).canvas.surround);
  // A canvas keeps the space that it was first drawn in.
  const space = useComposition((state) => screenSpace(state.composition.canvas.profile));
  const cutting = isCutTool(inHand);
  useEffect(() => {
    useHand.getState().take({ looksAt: cutting ? 'mask' : 'composition' });
  }, [cutting]);
  useTileScreen(canvas, area);
  useComplement();
  const cursor = usePointer(area, tool);
  const sideBySide = useComponenting((state) => state.panels) && tool === 'component';
  const looking = useLooks((state) => state.sheet === 'open') && tool === 'looks';
  const loupe = useHand((state) => state.loupe);
  const far = useCamera((state) => state.zoom < 1);
  // Corners are set to the pixel, which cannot be seen from afar.
  const exact = tool === 'outline' && far;
  const grey = Math.round(greyOfLightness(surround) * 255);
  return (
    <main
      aria-label="Picture"
      className="relative overflow-hidden"
      style={{ gridArea: 'picture', background: `rgb(${grey} ${grey} ${grey})` }}
    >
      <div ref={area} className="absolute inset-0 touch-none" style={{ cursor }}>
        <div
          className="absolute inset-0 isolate"
          style={{ ...look.whole, ...(way === 'beside' && BESIDE) }}
        >
          <CanvasGround colour={look.ground} />
          <canvas
            key={space}
            ref={canvas}
            data-testid="picture"
            className="absolute inset-0 size-full"
            style={look.picture}
          />
          <ClipMarks picture={canvas} />
        </div>
        {way !== 'held' && <BeforePicture area={area} />}
        <CoverageDraft />
        {cutting ? <AreaOutline /> : <GhostOutlines />}
        <PictureOverlay tool={tool} />
        {tool && <ToolRing key={tool} tool={tool} area={area} />}
        {(loupe || exact) && <Loupe area={area} />}
      </div>
      {looking ? (
        <LooksSheet />
      ) : sideBySide ? (
        <ComponentPanels />
      ) : (
        <>
          <Readout area={area} />
          <ZoomBox />
        </>
      )}
    </main>
  );
}

/** The present state on the right half, from its left edge on. */
const BESIDE = { clipPath: 'inset(0 50% 0 0)', transform: 'translateX(50%)' } as const;

const NO_RING = () => null;

/** The outline of the tool in hand under the pointer, if it has one. */
function ToolRing({
  tool,
  area,
}: {
  readonly tool: ToolName;
  readonly area: RefObject<HTMLDivElement | null>;
}) {
  const { useRing = NO_RING } = TOOLS[tool];
  const ring = useRing();
  return ring && <BrushRing area={area} ring={ring} />;
}

/** Checks behind transparent places, and the canvas's shadow on the surround. */
function CanvasGround({ colour }: { readonly colour: string | undefined }) {
  const { zoom, x, y, canvas } = useCamera();
  // In whole device pixels, as the tiles are drawn, so that no checks peep out at the edges.
  const ratio = window.devicePixelRatio;
  const place = (at: number) => Math.round(at * ratio) / ratio;
  const extent = (length: number) => Math.floor(length * zoom * ratio) / ratio;
  return (
    <div
      data-testid="canvas-ground"
      className={`${colour ? '' : 'checks'} absolute shadow-[0_2px_18px_#0007]`}
      style={{
        ...(colour && { background: colour }),
        left: place(x),
        top: place(y),
        width: extent(canvas.width),
        height: extent(canvas.height),
      }}
    />
  );
}
