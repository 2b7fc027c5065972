import { coverBit, type Instrument, type PanelReadings, type Aircraft } from '@hanza/core';

/** What both arrangements of the panel are given. */
export interface PanelProps {
	panel: PanelReadings;
	aircraft: Aircraft;
	settingHpa: number;
	/** Bugs of the altimeter, ft; 0 or left out: not set. */
	minimumBugFt?: number;
	altitudeBugFt?: number;
	/** Covered instruments, as bits. */
	covered: number;
	/** Null where covers can only be looked at. */
	oncover: ((instrument: Instrument) => void) | null;
}

/** The cover of one instrument out of what a panel is given. */
export const coverOf = (
	instrument: Instrument,
	{ covered, oncover }: Pick<PanelProps, 'covered' | 'oncover'>
) => ({
	instrument,
	covered: (covered & coverBit(instrument)) !== 0,
	oncover
});
