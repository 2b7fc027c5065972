import type { Person } from '$lib/server/data/index.js';

declare global {
	namespace App {
		interface Locals {
			/** Who is signed in. */
			person: Person | null;
		}
		interface Error {
			message: string;
		}
	}
}

export {};
