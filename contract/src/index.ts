export * from './changes';
export * from './notes';
export * from './packet';
export * from './patch';
export * from './phones';
export * from './problem';
export * from './recipe';
export * from './requests';
