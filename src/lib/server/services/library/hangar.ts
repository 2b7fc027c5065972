import type { Knex } from 'knex';
import { aircraftCatalog, areaCatalog, standardCatalog } from '$data';
import type { Hangar } from '$lib/contracts/views.js';
import { areasOf, type Person } from '../../data/index.js';
import { inRole } from '../../policy.js';

/** What ships is the same for everybody, and is written down once. */
let shipped: { aircraft: string; areas: string[]; standard: string } | null = null;

/** Aircraft, areas and the usual standard for the robots in an instructor's browser, as JSON of a `Hangar`. */
export async function hangarFile(db: Knex, person: Person): Promise<string> {
	inRole(person, 'instructor');
	shipped ??= {
		aircraft: JSON.stringify(aircraftCatalog.all satisfies readonly Hangar['aircraft'][number][]),
		areas: areaCatalog.all.map((area) => JSON.stringify(area)),
		standard: JSON.stringify(standardCatalog.all[0])
	};
	const own = (await areasOf(db, person.id)).map(({ area }) => JSON.stringify(area));
	return `{"aircraft":${shipped.aircraft},"areas":[${[...shipped.areas, ...own].join(',')}],"standard":${shipped.standard}}`;
}
