import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** One chunk that the server has not acknowledged yet. */
export interface Waiting {
	attempt: string;
	seq: number;
	body: ArrayBuffer;
	/** Whose flight it is; of the time before this was kept, nobody's in particular. */
	person?: string;
	/** Why the server would not have it, in its words; it is not sent again by itself. */
	refused?: string;
}

interface ShelfSchema extends DBSchema {
	waiting: { key: [string, number]; value: Waiting };
}

/** The browser's own shelf for what is flown: nothing leaves it but what the server has acknowledged. */
export class Shelf {
	private constructor(private readonly db: IDBPDatabase<ShelfSchema> | null) {}

	/** A browser that keeps nothing still flies; only a reload while offline is then unprotected. */
	static async open(): Promise<Shelf> {
		try {
			return new Shelf(
				await openDB<ShelfSchema>('hanza-flights', 1, {
					upgrade: (db) => {
						db.createObjectStore('waiting', { keyPath: ['attempt', 'seq'] });
					}
				})
			);
		} catch {
			return new Shelf(null);
		}
	}

	async ofAttempt(attempt: string): Promise<Waiting[]> {
		const range = IDBKeyRange.bound([attempt, 0], [attempt, Infinity]);
		return (await this.db?.getAll('waiting', range)) ?? [];
	}

	/** What one person has flown: others who sign in on this browser do not see it. */
	async ofPerson(person: string): Promise<Waiting[]> {
		const all = (await this.db?.getAll('waiting')) ?? [];
		return all.filter((one) => one.person === person);
	}

	async put(chunk: Waiting): Promise<void> {
		await this.db?.put('waiting', chunk);
	}

	async remove({ attempt, seq }: Waiting): Promise<void> {
		await this.db?.delete('waiting', [attempt, seq]);
	}

	close(): void {
		this.db?.close();
	}
}
