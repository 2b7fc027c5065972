import { checkProcedure, GUIDANCE_NAMES, type Procedure, type ProcedureProblem } from '@hanza/core';
import { aircraftCatalog, areaCatalog, procedureCatalog } from '$data';
import { found } from '../../policy.js';

/** A procedure in the list. */
export interface ProcedureRow {
	id: string;
	name: string;
	airport: string;
	airportName: string;
	guidance: string;
	entry: Procedure['entry'];
	runway: string;
	straightIn: boolean;
	lowestFt: number;
	problems: ProcedureProblem[];
}

const ENTRIES: Record<Procedure['entry'], string> = {
	'straight-in': 'straight in',
	arc: 'by an arc',
	reversal: 'by a reversal',
	hold: 'by a hold',
	vectors: 'by vectors'
};

/** The approaches that ship, with what their check says. */
export const procedureRows = (): (Omit<ProcedureRow, 'entry'> & { entry: string })[] =>
	procedureCatalog.all.map((procedure) => {
		const area = areaCatalog.get(procedure.area);
		return {
			id: procedure.id,
			name: procedure.name,
			airport: procedure.airport,
			airportName: area.airports.find(({ id }) => id === procedure.airport)?.name ?? procedure.airport,
			guidance: GUIDANCE_NAMES[procedure.final.guidance],
			entry: ENTRIES[procedure.entry],
			runway: procedure.runway,
			straightIn: procedure.straightIn,
			lowestFt: Math.min(...procedure.minima.map(({ altitudeFt }) => altitudeFt)),
			problems: checkProcedure(procedure, area).problems
		};
	});

/** One approach with what its sheet is drawn from. @throws NotFoundError */
export function procedurePage(id: string) {
	const procedure = found(procedureCatalog.find(id));
	const area = areaCatalog.get(procedure.area);
	return {
		procedure,
		area,
		problems: checkProcedure(procedure, area).problems,
		aircraft: aircraftCatalog.all,
		others: procedureCatalog.all.map((one) => ({ id: one.id, text: `${one.airport}: ${one.name}` }))
	};
}
