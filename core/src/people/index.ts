export * from './profile-schema.ts';
export * from './assignment-schema.ts';
export * from './assignment-standing.ts';
export * from './lesson-schema.ts';
export * from './gain.ts';
export * from './needs.ts';
export * from './needs-schema.ts';
