export * from './assessMoney.ts';
export * from './bill.ts';
