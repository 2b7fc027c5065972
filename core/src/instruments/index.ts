export * from './panel.js';
