export * from './assessMoney.ts';
export * from './bill.ts';
export * from './contingency.ts';
export * from './edited.ts';
export * from './stages.ts';
