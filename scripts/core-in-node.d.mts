import type { Plugin } from 'vite';

export function coreInNode(): Plugin;
