import type { Plugin } from 'vite';

export function precompiledValidators(): Plugin;
