export * from './clock-map.ts';
