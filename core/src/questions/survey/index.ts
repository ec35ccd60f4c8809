export * from './assessSurvey.ts';
export * from './measurements.ts';
export * from './obstacleTemplates.ts';
export * from './weighing.ts';
