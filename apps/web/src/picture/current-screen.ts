import type { TileScreen } from './tile-screen';

let screen: TileScreen | null = null;

/** The screen that the picture is drawn on now. */
export function currentScreen(): TileScreen | null {
  return screen;
}

export function setCurrentScreen(next: TileScreen | null): void {
  screen = next;
}
