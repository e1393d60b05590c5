import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { fileURLToPath } from 'node:url';
import { sourcesOf } from '@diplex/document';
import { creditLines, rightsOf } from '@diplex/formats';
import type PdfDocument from 'pdfkit';
import sharp from 'sharp';
import { Problem } from '../../problems/problem';
import type { FileRequestDto } from '../delivery.dto';
import { type Contents, type DeliveryContext, type FileTask, partOf } from './contents';

/** A page is A4 upright, in points. */
const PAGE = { width: 595.28, height: 841.89, margin: 40 } as const;
const COLUMNS = 3;
const GAP = 14;
/** Height of a picture in its cell, and of the words under it. */
const [PICTURE, WORDS] = [120, 46];
/** The longest side of a picture on the sheet, in pixels: 300 to the inch and more. */
const PIXELS = 800;

/** The font of the page, shipped with it. */
const FONT = new URL('./figtree.ttf', import.meta.url);

interface Cell {
  readonly title: string;
  readonly words: string;
  readonly picture: Buffer;
}

async function versionCells(
  { document, versions, renderer }: DeliveryContext,
  task: FileTask,
): Promise<Cell[]> {
  const states = [
    { name: 'Now', document, words: '' },
    ...versions.map((version) => ({
      ...{ name: version.name, document: version.document },
      words: version.createdAt.slice(0, 16).replace('T', ' '),
    })),
  ];
  const cells: Cell[] = [];
  for (const [i, { name, words, document: state }] of states.entries()) {
    const { width, height } = state.canvas;
    const scale = Math.min(1, PIXELS / Math.max(width, height));
    const part = partOf(task, i / states.length, (i + 1) / states.length);
    const { signal } = task;
    const drawn = await renderer.render(state, {
      scale,
      bits: 8,
      signal,
      onProgress: part.progress,
    });
    const raw = { width: drawn.width, height: drawn.height, channels: 4 as const };
    const picture = await sharp(drawn.data, { raw })
      .flatten({ background: '#fff' })
      .jpeg({ quality: 88 })
      .toBuffer();
    cells.push({ title: name, words, picture });
  }
  return cells;
}

async function sourceCells(
  { document, archives }: DeliveryContext,
  task: FileTask,
): Promise<Cell[]> {
  const sources = await archives.sourcesAndFiles(sourcesOf(document));
  const cells: Cell[] = [];
  for (const [i, { record, path }] of sources.entries()) {
    task.signal.throwIfAborted();
    const size = {
      width: PIXELS,
      height: PIXELS,
      fit: 'inside',
      withoutEnlargement: true,
    } as const;
    const picture = await sharp(path)
      .rotate()
      .resize(size)
      .flatten({ background: '#fff' })
      .jpeg({ quality: 88 })
      .toBuffer();
    const words = [record.credit, record.rights].filter(Boolean).join(' · ');
    cells.push({ title: record.title, words: words || 'no credit known', picture });
    task.progress((i + 1) / sources.length);
  }
  return cells;
}

/** A contact sheet of the versions, or of the sources with their credits, as a PDF with its font in it. */
export const sheet: Contents = {
  file: () => ({ ending: 'pdf', mediaType: 'application/pdf' }),
  check({ shows }: FileRequestDto, { document }) {
    if (shows !== 'sources' || sourcesOf(document).length > 0) return;
    throw new Problem(
      'invalid-request',
      `“${document.title}” uses no sources, so there is no sheet of them.`,
    );
  },
  async write(request, context, task) {
    const cells = await (request.shows === 'sources' ? sourceCells : versionCells)(
      context,
      partOf(task, 0, 0.9),
    );
    const { metadata } = context;
    // Large, and only wanted here.
    const { default: Document } = await import('pdfkit');
    const pdf = new Document({
      ...{ size: 'A4', margin: PAGE.margin, autoFirstPage: false },
      info: {
        Title: metadata.title,
        Author: metadata.creator,
        Subject: metadata.description,
        Creator: 'Diplex',
      },
    });
    const written = pipeline(pdf, createWriteStream(task.path), { signal: task.signal });
    pdf.registerFont('own', fileURLToPath(FONT));
    layOut(pdf, cells, metadata.title, [
      ...new Set([...rightsOf(metadata), ...creditLines(metadata.sources)]),
    ]);
    pdf.end();
    await written;
    return { width: Math.round(PAGE.width), height: Math.round(PAGE.height), remarks: [] };
  },
};

type Pdf = InstanceType<typeof PdfDocument>;

function layOut(pdf: Pdf, cells: readonly Cell[], title: string, credits: readonly string[]): void {
  const { margin, width, height } = PAGE;
  const column = (width - 2 * margin - (COLUMNS - 1) * GAP) / COLUMNS;
  const cell = PICTURE + WORDS + GAP;
  const top = margin + 36;
  let y = Number.POSITIVE_INFINITY;
  cells.forEach(({ title: name, words, picture }, i) => {
    const at = i % COLUMNS;
    if (at === 0 && i > 0) y += cell;
    if (y + cell > height - margin) {
      pdf.addPage();
      pdf
        .font('own')
        .fontSize(15)
        .fillColor('#000')
        .text(title, margin, margin, { lineBreak: false });
      y = top;
    }
    const x = margin + at * (column + GAP);
    const fit = {
      fit: [column, PICTURE] as [number, number],
      align: 'center',
      valign: 'bottom',
    } as const;
    pdf.image(picture, x, y, fit);
    const line = { width: column, height: 14, ellipsis: true, lineBreak: true };
    pdf
      .fontSize(9)
      .fillColor('#000')
      .text(name, x, y + PICTURE + 5, line);
    pdf
      .fontSize(7.5)
      .fillColor('#444')
      .text(words, x, y + PICTURE + 19, { ...line, height: 20 });
  });
  if (credits.length === 0) return;
  y += cell;
  if (y + 14 * credits.length > height - margin) {
    pdf.addPage();
    y = margin;
  }
  pdf
    .fontSize(8)
    .fillColor('#444')
    .text(credits.join('\n'), margin, y, { width: width - 2 * margin });
}
