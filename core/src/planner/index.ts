export * from './agenda-schema.ts';
export * from './weekdays.ts';
export * from './propose.ts';
export * from './due.ts';
export * from './edit.ts';
export * from './session.ts';
