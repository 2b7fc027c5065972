import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The project's folder. Apart, so that what runs in production needs none of the tools that build. */
export const root = dirname(dirname(fileURLToPath(import.meta.url)));
