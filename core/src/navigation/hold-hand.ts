import { normalizeDeg } from '../base/index.js';
import { holdSectors, type HoldEntry, type HoldEntryInput } from './hold.js';

/**
 * The entry sectors as a hand lies over the heading dial, nose at the top: what counts is where the outbound course lies
 * seen from the nose. For right turns the right hand, palm up: fingers along the nose, the thumb 20° above the wing.
 * Ahead between fingers and thumb is a teardrop, ahead on the other side parallel, behind the line of the thumb direct.
 */
interface HoldHand {
	hand: 'right' | 'left';
	/** Outbound course seen from the nose, degrees clockwise. */
	outboundRelativeDeg: number;
	/** Where the thumb points, degrees clockwise from the nose. */
	thumbDeg: number;
	/** Clockwise each from one direction to the other, seen from the nose. */
	sectors: { entry: HoldEntry; fromDeg: number; toDeg: number }[];
}

/** The thumb's line: 70° from the nose. Source: the sectors of the US AIM and ICAO Doc 8168, turned to the nose. */
const THUMB_DEG = 70;

/** A hold's entry worked out by hand over the heading indicator: sectors relative to the nose. */
export function holdHand({ inboundCourseDeg, turns, arrivalHeadingDeg }: HoldEntryInput): HoldHand {
	const outboundDeg = normalizeDeg(inboundCourseDeg + 180);
	// An arrival as far clockwise of a sector's edge sees the outbound course as far the other way.
	const sectors = holdSectors(inboundCourseDeg, turns).map(({ entry, fromDeg, toDeg }) => ({
		entry,
		fromDeg: normalizeDeg(outboundDeg - toDeg),
		toDeg: normalizeDeg(outboundDeg - fromDeg)
	}));
	return {
		hand: turns,
		outboundRelativeDeg: normalizeDeg(outboundDeg - arrivalHeadingDeg),
		thumbDeg: turns === 'right' ? THUMB_DEG : 360 - THUMB_DEG,
		sectors
	};
}

/** Why an entry is flown as it is. */
export const ENTRY_REASONS: Record<HoldEntry, string> = {
	direct: 'the turn outbound leads straight round into the hold.',
	teardrop:
		'outbound lies ahead on the side of the hold: thirty degrees into it leave room for the turn on to the course.',
	parallel:
		'outbound lies ahead on the other side: along the course outside the hold, then back through it on to the course.'
};

/** The hand rule in a sentence, with where outbound lies. */
export function handWords({ hand, outboundRelativeDeg }: HoldHand, entry: HoldEntry): string {
	const side = outboundRelativeDeg <= 180 ? 'right' : 'left';
	const off = Math.round(side === 'right' ? outboundRelativeDeg : 360 - outboundRelativeDeg);
	const where = {
		direct: 'behind the line of the thumb',
		teardrop: 'between fingers and thumb',
		parallel: 'ahead, away from the thumb'
	};
	return `${hand === 'right' ? 'Right' : 'Left'} hand, palm up, fingers along the nose, thumb 20° above the wing: outbound lies ${off}° ${side} of the nose, ${where[entry]}: ${entry}.`;
}
