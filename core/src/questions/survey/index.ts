export * from './assessCondition.ts';
export * from './assessSurvey.ts';
export * from './carGaps.ts';
export * from './measurements.ts';
export * from './obstacleTemplates.ts';
export * from './sketch.ts';
export * from './tapeList.ts';
export * from './weighing.ts';
