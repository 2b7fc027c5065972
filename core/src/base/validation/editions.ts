import type { Static, TSchema } from '@sinclair/typebox';
import { InputError } from './errors.js';
import { parse } from './parse.js';

/** A document as it comes out of a file or a database: nothing is known of it yet. */
export type Document = Record<string, unknown>;

const isDocument = (value: unknown): value is Document =>
	typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * What is stored has an edition. A document says of which format and edition it is, and is read through `upgrade`: step
 * by step to today's edition, and only then checked. So an old one is never taken for a new one, and nothing that was
 * ever stored becomes unreadable.
 *
 * `steps[n]` makes edition n+1 out of edition n. They are frozen once an edition has landed. What a step cannot know
 * from the document alone is `given` to it.
 */
export class Editions<S extends TSchema, Given = void> {
	constructor(
		readonly format: string,
		readonly edition: number,
		readonly schema: S,
		private readonly steps: Record<number, (document: Document, given: Given) => Document> = {},
		/** The edition of a document that does not say: kinds that had none at first. */
		private readonly unmarked: number | null = null
	) {}

	/** What marks a document as of today's edition. */
	get mark(): { format: string; version: number } {
		return { format: this.format, version: this.edition };
	}

	/**
	 * A stored document in today's edition.
	 * @throws InputError naming the place and what is allowed there; for a document of a later edition too.
	 */
	upgrade(value: unknown, given: Given, at = ''): Static<S> {
		let document = this.marked(value, at);
		for (let edition = document.version as number; edition < this.edition; edition++) {
			const step = this.steps[edition];
			document = { ...(step ? step(document, given) : document), ...this.mark, version: edition + 1 };
		}
		return parse(this.schema, document, at);
	}

	private marked(value: unknown, at: string): Document {
		if (!isDocument(value)) throw new InputError(at, 'must be an object');
		const { format = this.unmarked === null ? undefined : this.format, version = this.unmarked } = value;
		if (format !== this.format) throw new InputError(`${at}/format`, `must be "${this.format}"`);
		if (typeof version !== 'number' || !Number.isInteger(version) || version < 1 || version > this.edition)
			throw new InputError(
				`${at}/version`,
				`must be a whole number from 1 to ${this.edition}: this is another edition than can be read here`
			);
		return { ...value, format, version };
	}
}
