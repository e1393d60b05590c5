import { greyOfLightness } from '@diplex/imaging';
import { useEffect, useRef } from 'react';
import { useComposition } from '../bench/composition-store';
import { type ToolName, useHand } from '../bench/hand-store';
import { AreaOutline } from './AreaOutline';
import { BrushRing, useRing } from './BrushRing';
import { ComponentPanels } from './ComponentPanels';
import { CoverageDraft } from './CoverageDraft';
import { useCamera } from './camera-store';
import { Loupe } from './Loupe';
import { PictureOverlay } from './PictureOverlay';
import { Readout } from './Readout';
import { useComplement } from './use-complement';
import { usePointer } from './use-pointer';
import { useTileScreen } from './use-tile-screen';
import { ViewSwitch } from './ViewSwitch';
import { ZoomBox } from './ZoomBox';

/** The picture: tiles on a canvas, overlays above it, readings in its corners. */
export function Picture({ tool }: { readonly tool: ToolName | null }) {
  const area = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const surround = useComposition((state) => (state.preview ?? state.composition).canvas.surround);
  const cutting = tool !== null && tool !== 'place' && tool !== 'colour';
  useEffect(() => {
    useHand.getState().take({ looksAt: cutting ? 'mask' : 'composition' });
  }, [cutting]);
  useTileScreen(canvas, area);
  useComplement();
  const cursor = usePointer(area, tool);
  const ring = useRing(tool);
  const sideBySide = useHand((state) => state.componenting.panels) && tool === 'component';
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
        <CanvasGround />
        <canvas ref={canvas} data-testid="picture" className="absolute inset-0 size-full" />
        <CoverageDraft />
        {cutting && <AreaOutline />}
        <PictureOverlay tool={tool} />
        {ring && <BrushRing area={area} ring={ring} />}
        {(loupe || exact) && <Loupe area={area} />}
      </div>
      {sideBySide ? (
        <ComponentPanels />
      ) : (
        <>
          {cutting && <ViewSwitch />}
          <Readout area={area} />
          <ZoomBox />
        </>
      )}
    </main>
  );
}

/** Checks behind transparent places, and the canvas's shadow on the surround. */
function CanvasGround() {
  const { zoom, x, y, canvas } = useCamera();
  // In whole device pixels, as the tiles are drawn, so that no checks peep out at the edges.
  const ratio = window.devicePixelRatio;
  const place = (at: number) => Math.round(at * ratio) / ratio;
  const extent = (length: number) => Math.floor(length * zoom * ratio) / ratio;
  return (
    <div
      data-testid="canvas-ground"
      className="checks absolute shadow-[0_2px_18px_#0007]"
      style={{
        left: place(x),
        top: place(y),
        width: extent(canvas.width),
        height: extent(canvas.height),
      }}
    />
  );
}
