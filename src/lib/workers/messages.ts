import type {
	Aircraft,
	Area,
	AssistLevel,
	ControlInputs,
	FlightEnd,
	PanelReadings,
	RadioReadings,
	WindEstimate,
	ResumeState,
	ScanInstrument,
	Situation,
	TaskCard
} from '@hanza/core';
import type { InstructorCommand } from '$lib/contracts/instructor-command.js';
/** Where the pilot's eye is and which way it looks; directions true. */
export interface Eye {
	northNm: number;
	eastNm: number;
	altitudeFt: number;
	headingDeg: number;
	pitchDeg: number;
	bankDeg: number;
}

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
	/** A picture is about to be drawn: give the readings of now. */
	| { type: 'requestFrame' }
	/** An instructor's command. */
	| { type: 'command'; id: string; command: InstructorCommand }
	/** The eye has gone to an instrument of the veiled panel, or to none. */
	| { type: 'gaze'; instrument: ScanInstrument | null }
	/** The student has taken the controls. */
	| { type: 'takeControls' }
	/** Say where the flight is, so that another can begin there. */
	| { type: 'situation' }
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
	/** A limit of the airframe that is passed now. */
	overLimit: 'speed' | 'load' | null;
	/** Gear as it is, 0 up to 1 down. */
	gear: number;
	gearWarning: boolean;
	/** The instructor has the controls and sets up an attitude under a covered panel. */
	byInstructor: boolean;
	/** null where the area has no stations. */
	radio: RadioReadings | null;
	/** Where the aircraft is: only where the card shows its plan in flight. */
	position: { northNm: number; eastNm: number; trackDeg: number } | null;
	/** The call whose items are due now, and how late it is. */
	call: { name: string; items: readonly string[]; ticked: number; overdue: boolean } | null;
	/** What the flight so far tells of the wind: only where the card shows it. */
	wind: WindEstimate | null;
	/** Only where the card lets the student look out. */
	eye: Eye | null;
}

export type FreezeReason = 'asked' | 'slept' | 'instructor';

/** What the flight worker tells the cockpit. */
export type FromFlight =
	| { type: 'loaded'; inputs: ControlInputs; frame: Frame }
	| { type: 'frame'; frame: Frame }
	/** Body of a chunk request, ready to be sent. */
	| { type: 'chunk'; seq: number; body: ArrayBuffer }
	| { type: 'frozen'; reason: FreezeReason }
	| { type: 'done' }
	/** An attitude has been set up: the controls wait to be taken. */
	| { type: 'offered' }
	/** The controls have been taken, as the instructor left them. */
	| { type: 'given'; inputs: ControlInputs }
	| { type: 'ended'; end: FlightEnd }
	| { type: 'flushed' }
	/** A command has been carried out. */
	| { type: 'taken'; id: string }
	| { type: 'situation'; situation: Situation }
	/** A moment to go back to; null when there is none. */
	| { type: 'recalled'; moment: Moment | null };

/** A kept moment of a flight: how many samples lay before it, and its whole state. */
export interface Moment {
	samples: number;
	state: ResumeState;
}
