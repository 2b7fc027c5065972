export * from './course.js';
export * from './faults.js';
export * from './hold.js';
export * from './others.js';
export * from './report.js';
export * from './wind.js';
export * from './workload.js';
