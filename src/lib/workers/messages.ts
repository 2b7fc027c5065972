import type {
	Aircraft,
	Area,
	AssistLevel,
	ControlInputs,
	FlightEnd,
	PanelReadings,
	ResumeState,
	TaskCard
} from '@hanza/core';

/** What the cockpit tells the flight worker. */
export type ToFlight =
	| {
			type: 'load';
			card: TaskCard;
			aircraft: Aircraft;
			area: Area;
			assist: AssistLevel;
			seed: number;
			nextSeq: number;
			/** To take up a flight again: its state, and what was recorded up to it. */
			resume: { state: ResumeState; recorded: ArrayBuffer } | null;
	  }
	| { type: 'controls'; inputs: ControlInputs }
	| { type: 'run'; running: boolean }
	/** Times real time. */
	| { type: 'rate'; rate: number }
	/** Find the kept moment this long ago. */
	| { type: 'recall'; seconds: number }
	/** Hand out what has been recorded since the last chunk. */
	| { type: 'flush' };

/** One picture's worth of a flight. */
export interface Frame {
	timeSeconds: number;
	panel: PanelReadings;
	/** Index of the phase being flown; −1 before the first; the number of phases when all are done. */
	phase: number;
	phaseSeconds: number;
	/** Flap as it is, not as chosen. */
	flapsDeg: number;
	stallWarning: boolean;
}

export type FreezeReason = 'asked' | 'slept';

/** What the flight worker tells the cockpit. */
export type FromFlight =
	| { type: 'loaded'; inputs: ControlInputs; frame: Frame }
	| { type: 'frame'; frame: Frame }
	/** Body of a chunk request, ready to be sent. */
	| { type: 'chunk'; seq: number; body: ArrayBuffer }
	| { type: 'frozen'; reason: FreezeReason }
	| { type: 'done' }
	| { type: 'ended'; end: FlightEnd }
	| { type: 'flushed' }
	/** A moment to go back to; null when there is none. */
	| { type: 'recalled'; moment: Moment | null };

/** A kept moment of a flight: how many samples lay before it, and its whole state. */
export interface Moment {
	samples: number;
	state: ResumeState;
}
