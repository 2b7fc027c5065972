import { calibratedKt, trimmedFlight, trimWheelFor, type Aircraft } from '../aircraft/index.js';
import { standardDay } from '../world/index.js';
import { InfeasibleError, clamp } from '../base/index.js';
import type { Path } from '../paths/index.js';
import { propellerLever } from '../simulation/index.js';
import type { Phase, TaskCard } from '../training/index.js';

/** What a pilot wants in one phase of a card: the numbers from the aircraft's own steady flight. */
export interface Plan {
	/** An altitude held, a rate flown, or a speed held with the power left alone. */
	vertical:
		| { kind: 'altitude'; altitudeFt: number }
		| { kind: 'rate'; fpm: number }
		| { kind: 'speed'; up: boolean }
		/** The altitude of the moment. */
		| { kind: 'level' };
	/** A heading held, or a bank. */
	lateral:
		| { kind: 'heading'; headingDeg: number }
		| { kind: 'bank'; bankDeg: number }
		/** Along the phase's path, by the radios. */
		| { kind: 'path'; path: Path };
	/** Where a climb or descent is to end: the altitude of the phase itself, or of the next. */
	toFt: number | null;
	airspeedKias: number;
	throttle: number;
	pitchDeg: number;
	/** Where the trim wheel stands. */
	trim: number;
	flapsDeg: number;
	gear: number;
	propeller: number;
}

/** Full power climbs are flown level with this rate in the trim, when the rate is not known, ft/min. */
const USUAL_RATE_FPM = 500;

const held = (target: Phase['targets']['altitudeFt']): number | undefined =>
	target?.mode === 'hold' ? target.value : undefined;

/** The altitude that a phase leads to: its own to be reached, or the one that the next holds. */
const leadsTo = (phase: Phase, next: Phase | undefined): number | null =>
	phase.targets.altitudeFt?.value ?? held(next?.targets.altitudeFt) ?? null;

/** The numbers for a rate, or for half of it or none where the engine has no more to give. */
function asNearAsItGoes<T>(numbers: (fpm: number) => T, fpm: number): T {
	for (const share of [1, 0.5])
		try {
			return numbers(fpm * share);
		} catch (error) {
			if (!(error instanceof InfeasibleError)) throw error;
		}
	return numbers(0);
}

/** The plans of all phases of a card. */
export function planAhead(card: TaskCard, aircraft: Aircraft): Plan[] {
	let { altitudeFt, airspeedKias, headingDeg, flapsDeg, gearDown = !aircraft.gear, governedRpm } = card.start;
	return card.phases.map((phase, i): Plan => {
		const { targets, configuration } = phase;
		flapsDeg = configuration?.flapsDeg ?? flapsDeg;
		gearDown = configuration?.gearDown ?? gearDown;
		governedRpm = configuration?.governedRpm ?? governedRpm;
		airspeedKias = targets.airspeedKias?.value ?? airspeedKias;
		headingDeg = targets.headingDeg?.value ?? headingDeg;
		const holds = held(targets.altitudeFt);
		const toFt = leadsTo(phase, card.phases[i + 1]);
		const free = !targets.altitudeFt && !targets.verticalSpeedFpm && !targets.airspeedKias;
		const vertical: Plan['vertical'] = free
			? { kind: 'level' }
			: holds !== undefined
				? { kind: 'altitude', altitudeFt: holds }
				: targets.verticalSpeedFpm
					? { kind: 'rate', fpm: targets.verticalSpeedFpm.value }
					: toFt !== null && Math.abs(toFt - altitudeFt) > 50
						? { kind: 'speed', up: toFt > altitudeFt }
						: { kind: 'altitude', altitudeFt };
		const bankDeg = targets.bankDeg?.value ?? 0;
		const lateral: Plan['lateral'] = phase.path
			? { kind: 'path', path: phase.path }
			: (targets.bankDeg || free) && !targets.headingDeg
				? { kind: 'bank', bankDeg }
				: { kind: 'heading', headingDeg };
		const rate =
			vertical.kind === 'rate'
				? vertical.fpm
				: vertical.kind === 'speed'
					? USUAL_RATE_FPM * (vertical.up ? 1 : -1)
					: 0;
		const numbers = (verticalSpeedFpm: number) =>
			trimmedFlight(aircraft, {
				airspeedKcas: calibratedKt(aircraft, airspeedKias),
				verticalSpeedFpm,
				altitudeFt,
				flapsDeg,
				gear: gearDown ? 1 : 0,
				governedRpm,
				bankDeg,
				headingDeg: 0,
				...standardDay
			});
		const known = asNearAsItGoes(numbers, rate);
		if (toFt !== null) altitudeFt = toFt;
		return {
			vertical,
			lateral,
			toFt: vertical.kind === 'altitude' ? null : toFt,
			airspeedKias,
			throttle: vertical.kind === 'speed' && vertical.up ? 1 : known.throttle,
			pitchDeg: known.pitchDeg,
			trim: clamp(trimWheelFor(aircraft, known.elevatorDeg), -1, 1),
			flapsDeg,
			gear: gearDown ? 1 : 0,
			propeller: propellerLever(aircraft, governedRpm)
		};
	});
}
