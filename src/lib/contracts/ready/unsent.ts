/*
 * Imported by what checks by the "unsent" schemas of scripts/browser-schemas.ts. In the browser it brings their validators,
 * which were made by the build; elsewhere validators are compiled when they are needed, and there is nothing to bring.
 */
export {};
