import type { Person } from '$lib/server/data/index.js';

declare global {
	namespace App {
		interface Locals {
			/** Who is signed in. */
			person: Person | null;
			/** By which a person and the log speak of the same request. */
			requestId: string;
		}
		interface Error {
			message: string;
		}
	}
}

export {};
