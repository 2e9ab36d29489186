export * from './moments.ts';
export * from './robust-line.ts';
export * from './student.ts';
export * from './line.ts';
