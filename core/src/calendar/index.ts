export * from './icalendar.ts';
