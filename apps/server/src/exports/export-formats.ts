import type { Sharp } from 'sharp';

export interface ExportSettings {
  readonly bits: 8 | 16;
  /** 1 to 100, where the format has a quality. */
  readonly quality: number;
}

/** A format that a picture can be delivered in. */
export interface ExportFormat {
  readonly ending: string;
  readonly mediaType: string;
  readonly depths: readonly (8 | 16)[];
  /** Whether it can hold transparency; otherwise the picture is laid on a colour. */
  readonly alpha: boolean;
  encode(picture: Sharp, settings: ExportSettings): Sharp;
}

export const EXPORT_FORMATS = {
  png: {
    ...{ ending: 'png', mediaType: 'image/png', depths: [8, 16], alpha: true },
    encode: (picture) => picture.png({ compressionLevel: 6 }),
  },
  jpeg: {
    ...{ ending: 'jpg', mediaType: 'image/jpeg', depths: [8], alpha: false },
    encode: (picture, { quality }) =>
      picture.jpeg({ quality, chromaSubsampling: quality >= 90 ? '4:4:4' : '4:2:0' }),
  },
  webp: {
    ...{ ending: 'webp', mediaType: 'image/webp', depths: [8], alpha: true },
    encode: (picture, { quality }) =>
      quality === 100 ? picture.webp({ lossless: true }) : picture.webp({ quality }),
  },
  tiff: {
    ...{ ending: 'tif', mediaType: 'image/tiff', depths: [16, 8], alpha: true },
    encode: (picture) => picture.tiff({ compression: 'deflate', predictor: 'horizontal' }),
  },
} as const satisfies Record<string, ExportFormat>;

export type ExportFormatName = keyof typeof EXPORT_FORMATS;
