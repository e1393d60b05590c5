/** How the names of tiles begin that a stroke is still changing: no hash looks like that. */
const LIVE = 'live:';

/** The name under which everyone knows a tile of a stroke that is still being drawn. */
export function liveTile(stroke: string, key: string): string {
  return `${LIVE}${stroke}:${key}`;
}

/** Whether a tile is that of a stroke under way: it changes and keeps its name. */
export function isLive(hash: string): boolean {
  return hash.startsWith(LIVE);
}
