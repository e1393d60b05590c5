export * from './credits';
export * from './painted-tile';
