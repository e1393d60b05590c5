import type { Point } from '@diplex/document';
import { type RefObject, useEffect, useState } from 'react';
import { type ColourAsked, useHand } from '../bench/hand-store';
import { tellProblem } from '../bench/notice-store';
import type { ToolName } from '../bench/stage-tools';
import { takeColour } from '../bench/take-colour';
import { wordsOf } from '../link/problem';
import { toComposition, useCamera } from '../picture/camera-store';
import { overlayTakes } from '../picture/overlay-hits';
import type { PointerSample } from '../picture/tool';
import type { ToolHome } from '../tools/tool-home';
import { TOOLS } from '../tools/tools';
import { placeBehind } from './looking-aids';

/** How much a wheel step zooms, and a dragged pixel while Z is held. */
const WHEEL = 0.0015;
const PINCH = 0.01;
const DRAG_ZOOM = 0.008;
/** A full turn round the dial takes the softness from nothing to all. */
const FULL_TURN = 2 * Math.PI;

type Doing = 'tool' | 'pan' | 'zoom' | 'pinch' | null;

/** How far two fingers are apart, and the place between them. */
function spread([a, b]: readonly Point[]): { distance: number; middle: Point } {
  if (!a || !b) return { distance: 1, middle: a ?? { x: 0, y: 0 } };
  const distance = Math.max(1, Math.hypot(a.x - b.x, a.y - b.y));
  return { distance, middle: { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 } };
}

/** Whether a key of one letter is held for the picture, and not typed into a field. */
function forPicture(event: KeyboardEvent): boolean {
  const { target } = event;
  const field = target instanceof HTMLInputElement && target.type !== 'range';
  return !field && !(target instanceof HTMLTextAreaElement) && !event.ctrlKey && !event.metaKey;
}

/**
 * Pointer, wheel and held keys over the picture: pans, zooms, opens the brush dial, compares, and
 * hands everything else to the tool. Returns the cursor to show.
 */
export function usePointer(area: RefObject<HTMLDivElement | null>, tool: ToolName | null): string {
  const [held, setHeld] = useState<string | null>(null);
  const [panning, setPanning] = useState(false);

  useEffect(() => {
    const box = area.current;
    if (!box) return;
    const home = tool ? TOOLS[tool] : null;
    const inHand = home?.tool;
    let doing: Doing = null;
    let heldKey: string | null = null;
    let last: Point = { x: 0, y: 0 };
    let zoomFrom = { zoom: 1, at: last };
    const fingers = new Map<number, Point>();
    let pinch = spread([]);

    const place = (event: PointerEvent | WheelEvent): Point => {
      const corner = box.getBoundingClientRect();
      const at = { x: event.clientX - corner.x, y: event.clientY - corner.y };
      return placeBehind(useHand.getState().aid, at, corner);
    };
    const sample = (event: PointerEvent): PointerSample => ({
      ...toComposition(place(event)),
      // A mouse reports half pressure while a button is down, and means all of it.
      pressure: event.pointerType === 'pen' ? event.pressure : 1,
      shift: event.shiftKey,
      alt: event.altKey,
      otherButton: (event.buttons & 2) !== 0 || event.button === 2,
    });

    const takesButton = (button: number) =>
      button === 0 || (button === 2 && home?.twoButtons === true);
    const menu = (event: Event) => event.preventDefault();
    const beginPinch = () => {
      // The first finger may have begun to draw; that was not what was meant.
      if (doing === 'tool') inHand?.cancel();
      doing = 'pinch';
      pinch = spread([...fingers.values()]);
    };
    const goOnPinching = () => {
      const now = spread([...fingers.values()]);
      const { pan, zoom, zoomTo } = useCamera.getState();
      pan(now.middle.x - pinch.middle.x, now.middle.y - pinch.middle.y);
      zoomTo((zoom * now.distance) / pinch.distance, now.middle);
      pinch = now;
    };

    const down = (event: PointerEvent) => {
      last = place(event);
      if (event.pointerType === 'touch') fingers.set(event.pointerId, last);
      if (fingers.size === 2) return beginPinch();
      const { colourAsked } = useHand.getState();
      if (colourAsked && event.button === 0 && heldKey !== ' ') {
        event.preventDefault();
        return giveColour(colourAsked, toComposition(last));
      }
      if (event.button === 1 || heldKey === ' ') doing = 'pan';
      else if (heldKey === 'z') {
        doing = 'zoom';
        zoomFrom = { zoom: useCamera.getState().zoom, at: last };
      } else if (takesButton(event.button) && inHand && !overlayTakes(last)) {
        doing = 'tool';
        inHand.begin(sample(event));
      } else return;
      event.preventDefault();
      (document.activeElement as HTMLElement | null)?.blur?.();
      box.setPointerCapture(event.pointerId);
      setPanning(doing === 'pan');
    };
    const move = (event: PointerEvent) => {
      const at = place(event);
      if (fingers.has(event.pointerId)) fingers.set(event.pointerId, at);
      if (doing === 'pinch') goOnPinching();
      else if (doing === 'pan') useCamera.getState().pan(at.x - last.x, at.y - last.y);
      else if (doing === 'zoom') {
        const by = Math.exp((at.x - zoomFrom.at.x) * DRAG_ZOOM);
        useCamera.getState().zoomTo(zoomFrom.zoom * by, zoomFrom.at);
      } else if (doing === 'tool') {
        const all = event.getCoalescedEvents?.() ?? [];
        inHand?.move((all.length > 0 ? all : [event]).map(sample));
      } else {
        if (home) turnDial(at, home);
        inHand?.hover?.(sample(event));
      }
      last = at;
    };
    const up = (event: PointerEvent) => {
      fingers.delete(event.pointerId);
      if (doing === 'tool') inHand?.end(sample(event));
      doing = null;
      setPanning(false);
    };
    const lost = (event: PointerEvent) => {
      fingers.delete(event.pointerId);
      if (doing === 'tool') inHand?.cancel();
      doing = null;
      setPanning(false);
    };
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const { zoom, zoomTo } = useCamera.getState();
      // A pinch on a touchpad arrives as a wheel with Ctrl.
      const rate = event.ctrlKey ? PINCH : WHEEL;
      const step = Math.max(-240, Math.min(240, event.deltaY * (event.deltaMode === 1 ? 32 : 1)));
      zoomTo(zoom * Math.exp(-step * rate), place(event));
    };

    const keyDown = (event: KeyboardEvent) => {
      const key = event.key.toLowerCase();
      if (!forPicture(event) || event.repeat || event.shiftKey) return;
      if (key === ' ' && !(event.target as HTMLElement).closest('button, a'))
        event.preventDefault();
      const { stepUnder, take } = useHand.getState();
      if (key === 'c') take(stepUnder ? { stepCompared: stepUnder } : { comparing: true });
      if (key === 'x' && home?.twoButtons) useHand.getState().take({ dial: last });
      heldKey = key;
      setHeld(key);
    };
    const keyUp = (event: KeyboardEvent) => {
      const key = event.key.toLowerCase();
      if (key === 'c') useHand.getState().take({ comparing: false, stepCompared: null });
      if (key === 'x') useHand.getState().take({ dial: null });
      if (key === heldKey) heldKey = null;
      setHeld(null);
    };
    const away = () => {
      heldKey = null;
      setHeld(null);
      useHand.getState().take({ comparing: false, stepCompared: null, dial: null });
    };

    box.addEventListener('contextmenu', menu);
    box.addEventListener('pointerdown', down);
    box.addEventListener('pointermove', move);
    box.addEventListener('pointerup', up);
    box.addEventListener('pointercancel', lost);
    box.addEventListener('wheel', wheel, { passive: false });
    window.addEventListener('keydown', keyDown);
    window.addEventListener('keyup', keyUp);
    window.addEventListener('blur', away);
    inHand?.resume?.();
    return () => {
      if (inHand?.rest) inHand.rest();
      else inHand?.cancel();
      away();
      box.removeEventListener('contextmenu', menu);
      box.removeEventListener('pointerdown', down);
      box.removeEventListener('pointermove', move);
      box.removeEventListener('pointerup', up);
      box.removeEventListener('pointercancel', lost);
      box.removeEventListener('wheel', wheel);
      window.removeEventListener('keydown', keyDown);
      window.removeEventListener('keyup', keyUp);
      window.removeEventListener('blur', away);
    };
  }, [area, tool]);

  if (panning) return 'grabbing';
  if (held === ' ') return 'grab';
  if (held === 'z') return 'ew-resize';
  if (tool) return TOOLS[tool].cursor ?? 'crosshair';
  return 'default';
}

/** Gives who asked for it the colour of the picture at a place. */
function giveColour({ side, give }: ColourAsked, at: Point): void {
  useHand.getState().take({ colourAsked: null });
  takeColour(at, side).then(
    (colour) =>
      colour ? give(colour) : tellProblem('There is nothing there. Press on the picture.'),
    (error: unknown) => tellProblem(`No colour was taken. ${wordsOf(error)}`),
  );
}

/** The brush follows the pointer while the dial is open: distance is radius, turning is softness. */
function turnDial(at: Point, { takeDial }: ToolHome): void {
  const { dial } = useHand.getState();
  if (!dial) return;
  const [dx, dy] = [at.x - dial.x, at.y - dial.y];
  const distance = Math.hypot(dx, dy);
  if (distance < 3) return;
  const radius = Math.max(0.5, Math.min(2000, distance / useCamera.getState().zoom));
  const turn = (Math.atan2(dy, dx) + FULL_TURN) % FULL_TURN;
  takeDial?.(radius, Math.round((turn / FULL_TURN) * 100) / 100);
}
