export * from './bracketSheet.ts';
export * from './jigSheet.ts';
export * from './plateSheet.ts';
export * from './sheet.ts';
export * from './sheetDxf.ts';
export * from './sheetSvg.ts';
export * from './views.ts';
export * from './wiringSheets.ts';
