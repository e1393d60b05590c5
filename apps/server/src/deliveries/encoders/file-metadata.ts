import { creatorsOf, type FileMetadata, metadataAsXmp, rightsOf } from '@diplex/formats';
import type { Sharp } from 'sharp';

/** EXIF text is plain ASCII and never empty; the XMP packet holds the same in full. */
export function exifOf(metadata: FileMetadata): Record<string, string> {
  const fields = {
    ImageDescription: metadata.description || metadata.title,
    Artist: creatorsOf(metadata).join('; '),
    Copyright: rightsOf(metadata).join('; '),
    Software: 'Diplex',
  };
  const ascii = (text: string) => text.replace(/[^\x20-\x7e]/g, '?');
  const stated = Object.entries(fields).filter(([, text]) => text !== '');
  return Object.fromEntries(stated.map(([name, text]) => [name, ascii(text)]));
}

/** The picture with what its file is to say of itself. */
export function withMetadata(image: Sharp, metadata: FileMetadata): Sharp {
  const said = image.withXmp(metadataAsXmp(metadata)).withExifMerge({ IFD0: exifOf(metadata) });
  return metadata.perInch ? said.withDensity(metadata.perInch) : said;
}
