export * from './attempt.ts';
export * from './constants.ts';
export * from './display.ts';
export * from './distribution.ts';
export * from './errors.ts';
export * from './evidence.ts';
export * from './figure.ts';
export * from './valueTokens.ts';
