import type { Knex } from 'knex';
import { STEPS_PER_SECOND, type ArmedFailure, type ControlInputs, type PanelReadings } from '@hanza/core';
import { ordersOf, type Attempt, type GivenOrder } from '../data/index.js';

/** Without a word for longer than this a flight is not in the air, s. */
export const SILENT_SECONDS = 20;

export const isInTheAir = (
	{ status, heardAt }: Pick<Attempt, 'status' | 'heardAt'>,
	now = new Date()
): boolean =>
	status === 'flying' && heardAt !== null && now.getTime() - heardAt.getTime() < SILENT_SECONDS * 1000;

export interface LiveView {
	status: Attempt['status'];
	inTheAir: boolean;
	/** Null until the first second has arrived. */
	now: {
		timeSeconds: number;
		panel: PanelReadings;
		inputs: ControlInputs;
		failures: ArmedFailure[];
		phase: number;
		phaseSeconds: number;
		flapsDeg: number;
		gear: number;
	} | null;
	orders: GivenOrder[];
}

/** A flight as its last second left it. */
export async function liveView(db: Knex, attempt: Attempt): Promise<LiveView> {
	const { status, resume } = attempt;
	const orders = await ordersOf(db, attempt.id);
	if (!resume) return { status, inTheAir: false, now: null, orders };
	const timeSeconds = resume.flight.steps / STEPS_PER_SECOND;
	return {
		status,
		inTheAir: isInTheAir(attempt),
		now: {
			timeSeconds,
			// The cockpit wrote all of its readings; the schema of a kept state does not name them.
			panel: resume.flight.panel as unknown as PanelReadings,
			inputs: { named: 0, byInstructor: 0, ...resume.inputs },
			failures: resume.flight.failures as ArmedFailure[],
			phase: resume.phase ?? 0,
			phaseSeconds: resume.phaseSeconds ?? 0,
			flapsDeg: resume.flight.surfaces.flapsDeg,
			gear: resume.flight.surfaces.gear
		},
		orders
	};
}
