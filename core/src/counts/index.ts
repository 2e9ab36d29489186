export * from './sheet-schema.ts';
export * from './onsets.ts';
export * from './counting.ts';
export * from './bar-lengths.ts';
export * from './cheat-sheet.ts';
export * from './sheet-text.ts';
export * from './sheet-plan.ts';
export * from './ladder.ts';
