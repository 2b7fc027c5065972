import type { ClientInit } from '@sveltejs/kit';
import { watchTyping } from '$lib/ui/typed-before.js';

export const init: ClientInit = watchTyping;
