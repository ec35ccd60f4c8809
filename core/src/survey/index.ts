export * from './assessSurvey.ts';
export * from './readings.ts';
export * from './templates.ts';
export * from './weighing.ts';
