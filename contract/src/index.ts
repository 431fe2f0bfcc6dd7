export * from './packet';
export * from './problem';
export * from './recipe';
export * from './requests';
