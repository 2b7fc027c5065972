import { Aircraft, Area, HanzaError, parse, Standard, TaskCard } from '@hanza/core';
import type { TSchema, Static } from '@sinclair/typebox';
import ferrin160 from './aircraft/ferrin-160.json' with { type: 'json' };
import ostrel240 from './aircraft/ostrel-240.json' with { type: 'json' };
import veskar from './areas/veskar.json' with { type: 'json' };
import approachDescent from './cards/approach-descent.json' with { type: 'json' };
import breakOut from './cards/break-out.json' with { type: 'json' };
import complexDescent from './cards/complex-descent.json' with { type: 'json' };
import euInstrument from './standards/eu-instrument.json' with { type: 'json' };
import usInstrument from './standards/us-instrument.json' with { type: 'json' };

/** A shelf of shipped documents of one kind: checked when first asked for, found by id. */
class Shelf<T extends TSchema & { static: { id: string } }> {
	private parsed: Map<string, Static<T>> | null = null;

	constructor(
		private readonly what: string,
		private readonly schema: T,
		private readonly documents: unknown[]
	) {}

	private get byId(): Map<string, Static<T>> {
		this.parsed ??= new Map(
			this.documents.map((document) => {
				const checked = parse(this.schema, document);
				return [checked.id, checked];
			})
		);
		return this.parsed;
	}

	get all(): Static<T>[] {
		return [...this.byId.values()];
	}

	find(id: string): Static<T> | undefined {
		return this.byId.get(id);
	}

	/** @throws HanzaError that names what there is. */
	get(id: string): Static<T> {
		const found = this.byId.get(id);
		if (!found) throw new HanzaError(`no ${this.what} "${id}": there is ${[...this.byId.keys()].join(', ')}`);
		return found;
	}
}

export const aircraftShelf = new Shelf('aircraft', Aircraft, [ferrin160, ostrel240]);
export const areaShelf = new Shelf('area', Area, [veskar]);
export const cardShelf = new Shelf('card', TaskCard, [approachDescent, breakOut, complexDescent]);
export const standardShelf = new Shelf('standard', Standard, [usInstrument, euInstrument]);
