export * from './comparison-words.ts';
export * from './finding-words.ts';
export * from './free-words.ts';
export * from './numbers.ts';
export * from './practice-words.ts';
export * from './said-report.ts';
export * from './trend-words.ts';
export * from './agenda-words.ts';
