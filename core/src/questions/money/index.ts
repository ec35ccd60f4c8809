export * from './assessMoney.ts';
export * from './bill.ts';
export * from './edited.ts';
