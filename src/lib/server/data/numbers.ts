import type { Knex } from 'knex';

/** A student's try at the numbers of a configuration. */
export interface NumberTry {
	configurationId: string;
	pitchDeg: number;
	/** In the aircraft's own unit of power. */
	power: number;
	at: Date;
}

/** The newest try at each configuration of an aircraft. */
export const lastTries = (db: Knex, studentId: string, aircraftId: string): Promise<NumberTry[]> =>
	db('number_tries')
		.distinctOn('configuration_id')
		.select('configuration_id as configurationId', 'pitch_deg as pitchDeg', 'power', 'at')
		.where({ student_id: studentId, aircraft_id: aircraftId })
		.orderBy([{ column: 'configuration_id' }, { column: 'at', order: 'desc' }]);

export const addTry = (
	db: Knex,
	entry: {
		studentId: string;
		aircraftId: string;
		configurationId: string;
		pitchDeg: number;
		power: number;
	}
): Promise<number[]> =>
	db('number_tries').insert({
		student_id: entry.studentId,
		aircraft_id: entry.aircraftId,
		configuration_id: entry.configurationId,
		pitch_deg: entry.pitchDeg,
		power: entry.power
	});
