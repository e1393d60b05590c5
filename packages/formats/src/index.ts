export * from './credits';
export * from './painted-tile';
export * from './png-profile';
export * from './tiff-rows';
export * from './tiff-tags';
