import { writeFile } from 'node:fs/promises';
import type { Row } from './row';
import { speedRows } from './speed';

/** The parts of the bench, by the name that runs them alone. */
const PARTS: Readonly<Record<string, () => Promise<Row[]>>> = { speed: speedRows };

function fileAfter(flag: string, args: readonly string[]): string | null {
  const at = args.indexOf(flag);
  if (at < 0) return null;
  const file = args[at + 1];
  if (!file) throw new Error(`${flag} needs the name of a file.`);
  return file;
}

function show(row: Row): string {
  const times = `${row.ours.toFixed(1)} ms to ${row.theirs.toFixed(1)} ms`;
  const verdict = row.holds ? 'holds' : 'does not hold';
  return `${row.ratio.toFixed(2)}  (at most ${row.target}: ${verdict})  ${row.what}, against ${row.reference}: ${times}`;
}

const args = process.argv.slice(2);
const [named] = args.filter((arg) => !arg.startsWith('--'));
const chosen = named && named in PARTS ? [named] : Object.keys(PARTS);
const json = fileAfter('--json', args);
const rows: Row[] = [];
for (const part of chosen) {
  for (const row of (await PARTS[part]?.()) ?? []) {
    console.log(show(row));
    rows.push(row);
  }
}
if (json) await writeFile(json, JSON.stringify(rows, null, 2));
