export * from './triangle.js';
