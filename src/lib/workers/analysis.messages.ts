import type {
	Aircraft,
	Area,
	Conditions,
	Fault,
	Dwell,
	PhaseTimes,
	PilotId,
	ScanReport,
	Standard,
	TaskCard
} from '@hanza/core';

/** What is asked of the analysis worker. */
export interface FlyRequest {
	id: number;
	card: TaskCard;
	/** What is put on the card before it is flown. */
	conditions?: Conditions;
	aircraft: Aircraft;
	area: Area;
	/** In whose limits what a stare cost is told. */
	standard: Standard;
	pilot: PilotId;
	seed: number;
	longestSeconds: number;
}

/** A robot's flight, with its recording as bytes. */
export interface FlownAnswer {
	id: number;
	flown: {
		recording: ArrayBuffer;
		looks: Dwell[];
		faults: Fault[];
		scan: ScanReport['costs'];
		/** Of the card as it was flown. */
		phases: TaskCard['phases'];
		times: PhaseTimes[];
		seconds: number;
		completed: boolean;
	} | null;
	/** Why it could not be flown. */
	problem: string | null;
}
