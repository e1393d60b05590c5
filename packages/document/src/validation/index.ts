export * from './composition-schema';
export * from './history-schema';
export * from './limits';
export * from './problems';
export * from './validate-composition';
