export * from './assessBrackets.ts';
export * from './design.ts';
export { bendMm, type BracketEnd, type Flat2, foldedBracket, type FlatPiece, type FoldedBracket } from './folded.ts';
export * from './proposed.ts';
export * from './span.ts';
export * from './strength.ts';
export { tubedBracket, type TubedBracket } from './tubed.ts';
