import { writeFile } from 'node:fs/promises';
import { alignRows } from './align';
import { amountRows } from './amounts';
import { cuttingRows, solvingRows } from './cutting';
import { deliveryRows } from './deliveries';
import { benchExposures } from './exposures';
import { linearRows } from './flatten';
import { brushRows, interactiveRows } from './interactive';
import { benchLines } from './lines';
import { benchMatch } from './match';
import { benchMatting } from './matting';
import { memoryRows } from './memory';
import { recipeRows } from './recipe';
import { lineOf, type Row } from './row';
import { speedRows } from './speed';
import { warpRows } from './warps';

/** The parts of the bench, by the name that runs them alone. */
const PARTS: Readonly<Record<string, () => AsyncGenerator<Row>>> = {
  speed: speedRows,
  linear: linearRows,
  interactive: interactiveRows,
  amounts: amountRows,
  cutting: cuttingRows,
  solving: solvingRows,
  brushes: brushRows,
  memory: memoryRows,
  warps: warpRows,
  align: alignRows,
  deliveries: deliveryRows,
  recipe: recipeRows,
};

function fileAfter(flag: string, args: readonly string[]): string | null {
  const at = args.indexOf(flag);
  if (at < 0) return null;
  const file = args[at + 1];
  if (!file) throw new Error(`${flag} needs the name of a file.`);
  return file;
}

const args = process.argv.slice(2).filter((arg) => arg !== '--');
const [named] = args.filter((arg, i) => !arg.startsWith('--') && !args[i - 1]?.startsWith('--'));
const chosen = named && named in PARTS ? [named] : Object.keys(PARTS);
const json = fileAfter('--json', args);
const DEFAULT_CASES = 'bench/matting';
if (named === 'matting') {
  await benchMatting(fileAfter('--cases', args) ?? DEFAULT_CASES, json);
  process.exit(0);
}
if (named === 'lines') {
  await benchLines(json);
  process.exit(0);
}
if (named === 'match') {
  const cases = fileAfter('--cases', args) ?? 'bench/match';
  await benchMatch(cases, json, fileAfter('--pictures', args));
  process.exit(0);
}
if (named === 'exposures') {
  await benchExposures(fileAfter('--cases', args), json, fileAfter('--pictures', args));
  process.exit(0);
}
const rows: Row[] = [];
for (const part of chosen) {
  console.log(`\n${part}`);
  for await (const row of PARTS[part]?.() ?? []) {
    console.log(lineOf(row));
    rows.push(row);
  }
}
if (json) await writeFile(json, JSON.stringify(rows, null, 2));
process.exit(0);
