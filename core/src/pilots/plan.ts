import { calibratedKt, trimmedFlight, trimWheelFor, type Aircraft } from '../aircraft/index.js';
import { standardDay } from '../world/index.js';
import { InfeasibleError, clamp } from '../base/index.js';
import { feetPerNmOf } from '../navigation/index.js';
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
		| { kind: 'level' }
		/** An altitude to go down to in one step, or up to at full power, and to be held. */
		| { kind: 'step'; altitudeFt: number; down: StepDown }
		/** The path down by angle: by its needle, or by the eye where the runway is in sight. */
		| { kind: 'glide'; fpm: number; bySight: boolean };
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

/** How a step down is flown. */
interface StepDown {
	fpm: number;
	throttle: number;
	pitchDeg: number;
}
/** A published altitude is kept by so much more while it is a floor, ft. */
const OVER_FLOOR_FT = 60;
const STEP_FPM = -750;

/** What an approach's phase asks of height: the path by angle, or an altitude to step to. null where it is none's. */
function approachHeight(card: TaskCard, i: number): { glide: boolean } | { altitudeFt: number } | null {
	const phase = card.phases[i]!;
	const { segment, targets, path, floorFt, after } = phase;
	if (!card.approach || !segment) return null;
	const { minimum, addedFt } = card.approach;
	const sloped = path?.kind === 'course' && path.glide !== undefined;
	if (sloped && (targets.glide || (segment === 'minimum' && minimum.kind === 'decision')))
		return { glide: true };
	if (segment === 'minimum' || (segment === 'final' && floorFt === minimum.altitudeFt && after === undefined))
		return { altitudeFt: minimum.altitudeFt + addedFt };
	if (targets.altitudeFt) return { altitudeFt: targets.altitudeFt.value };
	if (floorFt !== undefined) return { altitudeFt: floorFt + OVER_FLOOR_FT };
	const next = card.phases.slice(i + 1).find((one) => one.targets.altitudeFt);
	return { altitudeFt: next?.targets.altitudeFt?.value ?? card.start.altitudeFt };
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
		const bankDeg = targets.bankDeg?.value ?? 0;
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
		const approach = approachHeight(card, i);
		const vertical: Plan['vertical'] = approach
			? 'glide' in approach
				? { kind: 'glide', fpm: -glideRate(card, phase), bySight: phase.after === 'continue' }
				: { kind: 'step', ...approach, down: { fpm: STEP_FPM, ...asNearAsItGoes(numbers, STEP_FPM) } }
			: free
				? { kind: 'level' }
				: holds !== undefined
					? { kind: 'altitude', altitudeFt: holds }
					: targets.verticalSpeedFpm
						? { kind: 'rate', fpm: targets.verticalSpeedFpm.value }
						: toFt !== null && Math.abs(toFt - altitudeFt) > 50
							? { kind: 'speed', up: toFt > altitudeFt }
							: { kind: 'altitude', altitudeFt };
		const lateral: Plan['lateral'] = phase.path
			? { kind: 'path', path: phase.path }
			: (targets.bankDeg || free) && !targets.headingDeg
				? { kind: 'bank', bankDeg }
				: { kind: 'heading', headingDeg };
		const rate =
			vertical.kind === 'rate' || vertical.kind === 'glide'
				? vertical.fpm
				: vertical.kind === 'speed'
					? USUAL_RATE_FPM * (vertical.up ? 1 : -1)
					: 0;
		const known = asNearAsItGoes(numbers, rate);
		const leads = vertical.kind === 'step' ? vertical.altitudeFt : toFt;
		if (leads !== null) altitudeFt = leads;
		return {
			vertical,
			lateral,
			toFt: vertical.kind === 'rate' || vertical.kind === 'speed' || vertical.kind === 'level' ? toFt : null,
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

/** The rate that keeps the path down of a phase at the groundspeed of the day, ft/min. */
function glideRate({ approach }: TaskCard, { path }: Phase): number {
	if (!approach || path?.kind !== 'course' || !path.glide) return 0;
	return (feetPerNmOf(path.glide.angleDeg) * approach.finalGroundspeedKt) / 60;
}
