export { NoFont, type ReadFont, readFont } from './read-font';
export { type Caret, type SetText, setText, type TextSetting } from './set-text';
export { FIRST_FONT, SHIPPED_FONTS, type ShippedFont } from './shipped-fonts';
export { unpackedFont } from './unpack-font';
