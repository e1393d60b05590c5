/** Every kind of step: one line each. */
export { autoLevelsStep } from './auto-levels';
export { blurStep } from './blur';
export { curvesStep } from './curves';
export { exposureStep } from './exposure';
export { glowStep } from './glow';
export { invertStep } from './invert';
export { levelsStep } from './levels';
export { monochromeStep } from './monochrome';
export { posteriseStep } from './posterise';
export { saturationStep } from './saturation';
export { sharpenStep } from './sharpen';
export { tintStep } from './tint';
export { vignetteStep } from './vignette';
export { whiteBalanceStep } from './white-balance';
