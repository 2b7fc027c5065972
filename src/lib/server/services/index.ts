export * from './access.js';
export * from './auth.js';
export * from './briefing.js';
export * from './cards.js';
export * from './conditions.js';
export * from './flights.js';
export * from './live.js';
export * from './roster.js';
