/** Luma of encoded sRGB, and luminance of linear sRGB: how much of it red, green and blue are (IEC 61966-2-1). */
export const LUMA = [0.2126, 0.7152, 0.0722] as const;
