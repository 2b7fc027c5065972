import type { Knex } from 'knex';
import {
	EAST,
	inputsKept,
	METRES_PER_NM,
	NORTH,
	STEPS_PER_SECOND,
	type ArmedFailure,
	type PanelReadings,
	type RadioReadings
} from '@hanza/core';
import { heavyOnFlight } from '../../heavy/pool.js';
import type { LiveView } from '$lib/contracts/views.js';
import { commandsOf, type Attempt } from '../../data/index.js';

/** Without a word for longer than this a flight is not in the air, s. */
export const SILENT_SECONDS = 20;

export const isInTheAir = (
	{ status, heardAt }: Pick<Attempt, 'status' | 'heardAt'>,
	now = new Date()
): boolean =>
	status === 'flying' && heardAt !== null && now.getTime() - heardAt.getTime() < SILENT_SECONDS * 1000;

/** A flight as its last second left it. */
export async function liveView(db: Knex, attempt: Attempt): Promise<LiveView> {
	const { status, resume } = attempt;
	const commands = await commandsOf(db, attempt.id);
	if (!resume) return { status, inTheAir: false, now: null, commands };
	const timeSeconds = resume.flight.steps / STEPS_PER_SECOND;
	return {
		status,
		inTheAir: isInTheAir(attempt),
		now: {
			timeSeconds,
			// The cockpit wrote all of its readings; the schema of a kept state does not name them.
			panel: resume.flight.panel as unknown as PanelReadings,
			inputs: inputsKept(resume),
			failures: resume.flight.failures as ArmedFailure[],
			phase: resume.phase ?? 0,
			phaseSeconds: resume.phaseSeconds ?? 0,
			flapsDeg: resume.flight.surfaces.flapsDeg,
			gear: resume.flight.surfaces.gear,
			northNm: resume.flight.state[NORTH]! / METRES_PER_NM,
			eastNm: resume.flight.state[EAST]! / METRES_PER_NM,
			radio: (resume.flight.radio?.readings ?? null) as RadioReadings | null
		},
		commands
	};
}

/** Where a flight has been so far, one place in two seconds, NM on the plane. */
export const trailOf = async (db: Knex, attempt: Attempt): Promise<{ north: number[]; east: number[] }> =>
	heavyOnFlight(db, attempt.id, 'trail', {});
