import { extname } from 'node:path';
import { parseArgs } from 'node:util';
import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { FileRequestDto } from '../deliveries/delivery.dto';
import { ENCODERS, FORMAT_NAMES } from '../deliveries/encoders';

/** What the person asked for is not to be had; the words say why. */
export class Refused extends Error {}

/** What may be said of a file, in words of the HTTP interface. */
export const FILE_OPTIONS = [
  ...(['contents', 'layer', 'extent', 'bits', 'quality', 'subsampling', 'most-bytes'] as const),
  ...(['size', 'sharpening', 'space', 'backing', 'name'] as const),
  ...(['before', 'way', 'line', 'states', 'stays', 'shows'] as const),
];

type Options = Readonly<Record<string, string | undefined>>;

/** What the ending of a file says. */
export function byEnding(to: string): Partial<FileRequestDto> {
  const ending = extname(to).slice(1).toLowerCase();
  if (ending === 'ora') return { contents: 'openraster' };
  if (ending === 'diplex') return { contents: 'archive' };
  if (ending === 'pdf') return { contents: 'sheet' };
  const format = FORMAT_NAMES.find((name) => name === ending || ENCODERS[name].ending === ending);
  if (format) return { format };
  const known = FORMAT_NAMES.map((name) => `.${ENCODERS[name].ending}`).join(', ');
  throw new Refused(`${to} must end in ${known}, .ora, .diplex or .pdf.`);
}

function sizeOf(text: string): FileRequestDto['size'] {
  const [by = '', value = ''] = text.split(':');
  return { by: by as 'percent', value: Number(value) };
}

/** What the options ask of a file that is called so. Throws a Refused that names the option. */
export function requestOf(to: string, options: Options): FileRequestDto {
  const number = (text: string | undefined) => (text === undefined ? undefined : Number(text));
  const stated = {
    ...{ contents: 'picture', ...byEnding(to) },
    ...(options.contents && { contents: options.contents }),
    ...{ layer: options.layer, extent: options.extent, subsampling: options.subsampling },
    ...{ bits: number(options.bits), quality: number(options.quality) },
    ...{ mostBytes: number(options['most-bytes']), sharpening: number(options.sharpening) },
    ...{ size: options.size && sizeOf(options.size), space: options.space },
    ...{ backing: options.backing, before: options.before, way: options.way },
    ...{ line: number(options.line), stays: number(options.stays), shows: options.shows },
    ...{ states: options.states?.split(','), name: options.name },
  };
  const given = Object.entries(stated).filter(([, value]) => value !== undefined);
  const request = plainToInstance(FileRequestDto, Object.fromEntries(given));
  const [problem] = validateSync(request);
  if (problem) {
    const [inside] = problem.children ?? [];
    const says = Object.values(problem.constraints ?? inside?.constraints ?? {}).join('; ');
    throw new Refused(`--${problem.property}: ${says}.`);
  }
  return request;
}

/**
 * The options and the other words of a command. Options begin with two dashes and have a value
 * each, after `=` or as the next word; every other word stands for itself, one that begins with a
 * dash too (identifiers of earlier versions may).
 */
export function parsed(
  args: readonly string[],
  names: readonly string[],
  usage: string,
): { readonly options: Options; readonly words: readonly string[] } {
  const kinds = names.map((name) => [name, { type: 'string' as const }] as const);
  const stated: string[] = [];
  const words: string[] = [];
  const left = [...args];
  for (let word = left.shift(); word !== undefined; word = left.shift()) {
    const isBare = /^--[^=]+$/.test(word);
    if (word === '--') words.push(...left.splice(0));
    else if (!word.startsWith('--')) words.push(word);
    else stated.push(isBare && left[0] !== undefined ? `${word}=${left.shift()}` : word);
  }
  try {
    const { values } = parseArgs({ args: stated, options: Object.fromEntries(kinds) });
    return { options: values as Options, words };
  } catch (error) {
    throw new Refused(`${(error as Error).message}\n\n${usage}`);
  }
}

/** Runs a command to its end: 0 when all is done, 1 when not, with what is wrong on the error stream. */
export function runToEnd(work: Promise<void>, isKnown: (error: Error) => boolean): void {
  work.then(
    () => process.exit(0),
    (error: Error) => {
      const said = error instanceof Refused || isKnown(error);
      console.error(said ? error.message : (error.stack ?? error.message));
      process.exit(1);
    },
  );
}
