import type { Knex } from 'knex';
import type { SteadyStretch } from '@hanza/core';

export interface KnownStretch extends SteadyStretch {
	configurationId: string | null;
}

export const addStretches = async (
	db: Knex,
	attemptId: string,
	stretches: readonly KnownStretch[]
): Promise<void> => {
	if (stretches.length === 0) return;
	await db('steady_stretches')
		.insert(
			stretches.map((one) => ({
				attempt_id: attemptId,
				start_seconds: one.startSeconds,
				seconds: one.seconds,
				configuration_id: one.configurationId,
				airspeed_kias: one.airspeedKias,
				vertical_speed_fpm: one.verticalSpeedFpm,
				pitch_deg: one.pitchDeg,
				power: one.power,
				altitude_ft: one.altitudeFt,
				flaps_deg: one.flapsDeg,
				gear_down: one.gearDown
			}))
		)
		.onConflict(['attempt_id', 'start_seconds'])
		.ignore();
};

/** A kept stretch and the flight that it is from. */
export interface StretchOfFlight extends KnownStretch {
	attemptId: string;
	startedAt: Date;
}

/** A student's steady stretches in an aircraft, newest flights first. */
export const stretchesOf = (
	db: Knex,
	studentId: string,
	aircraftId: string,
	most = 400
): Promise<StretchOfFlight[]> =>
	db('steady_stretches as s')
		.join('attempts as a', 'a.id', 's.attempt_id')
		.select(
			'a.id as attemptId',
			'a.started_at as startedAt',
			's.start_seconds as startSeconds',
			's.seconds',
			's.configuration_id as configurationId',
			's.airspeed_kias as airspeedKias',
			's.vertical_speed_fpm as verticalSpeedFpm',
			's.pitch_deg as pitchDeg',
			's.power',
			's.altitude_ft as altitudeFt',
			's.flaps_deg as flapsDeg',
			's.gear_down as gearDown'
		)
		.where('a.student_id', studentId)
		.where('a.card_aircraft', aircraftId)
		.orderBy('a.started_at', 'desc')
		.limit(most);
