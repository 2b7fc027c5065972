export * from './area.js';
export * from './geojson.js';
export * from './plane.js';
export * from './stations.js';
export * from './terrain.js';
