import type { Evidence } from './evidence.js';
import type { Aircraft } from '../aircraft/index.js';
import type { Track } from '../recording/index.js';

export type RecoveryControl = 'power' | 'pitch' | 'bank';

/** A recovery from an unusual attitude, from the moment the controls were handed over. */
export interface Recovery {
	startSeconds: number;
	/** When level flight stood again; null when it never did. */
	recoveredSeconds: number | null;
	endSeconds: number;
	noseHigh: boolean;
	/** As handed over. */
	pitchDeg: number;
	bankDeg: number;
	airspeedKt: number;
	/** The first input of any kind. */
	first: { control: RecoveryControl; right: boolean; afterSeconds: number } | null;
	/** Seconds to the first input that was right. */
	firstRightSeconds: number | null;
	/** Controls in the order in which they were first moved the right way. */
	order: RecoveryControl[];
	taught: readonly RecoveryControl[];
	/** Needed and never done; absent in a grade of before. */
	missing?: RecoveryControl[];
	inOrder: boolean;
	wrongWay: { control: RecoveryControl; atSeconds: number; text: string }[];
	altitudeLostFt: number;
	altitudeGainedFt: number;
	peakLoadFactor: number;
	highestKt: number;
	/** Share of the never-exceed speed; null where the aircraft is not known. */
	ofNeverExceed: number | null;
	stallWarningSeconds: number;
	/** Hard limits that were passed. */
	limits: string[];
	verdict: 'met' | 'not met';
	/** 0 to 100, see docs/grading.md. */
	score: number;
}

/** Thresholds; domain terms: an input is a movement that the hand means. */
const RECOVERY_SETTINGS = {
	/** Least movement of the stick, of its whole way, and of the throttle. */
	stick: 0.06,
	throttle: 0.08,
	/** An input the wrong way lasts at least this, s, to count. */
	wrongWaySeconds: 0.5,
	/** Pulling with more bank than this winds the spiral tighter, degrees. */
	pullBankDeg: 20,
	/** A nose that comes back faster than this is held against, not pushed away, °/s. */
	comingDegPerSecond: 2.5,
	/** A bank smaller than this has no wrong side, degrees. */
	bankDeg: 10,
	/** With less throttle than this, nose low, there is none to take away; with more, nose high, none to add. */
	idleThrottle: 0.2,
	fullThrottle: 0.9,
	/** A nose this near to level comes back by itself, degrees. */
	pitchDeg: 5,
	/** A nose that has been level swings about it by no more than this, degrees. */
	swingsDeg: 10,
	/** What is done later is steering, not recovering, s. */
	inputsSeconds: 10,
	/** What is needed and comes after this has not been done, s. */
	neededSeconds: 20,
	/** Inputs this close together count as in order, s. */
	togetherSeconds: 0.3,
	levelBankDeg: 7,
	levelFpm: 400,
	levelHeldSeconds: 4,
	/** Limit load factor of a normal-category aeroplane (CS-23 / 14 CFR 23.337). */
	mostLoadFactor: 3.8,
	/** After this the stall warning counts, s: it may still sound from the hand-over. */
	stallGraceSeconds: 3,
	stallWarningSeconds: 1,
	/** A first right input this quick costs nothing, s; each second more costs so many points. */
	quickSeconds: 2,
	pointsPerSecond: 5
};

const TAUGHT = {
	high: ['power', 'pitch', 'bank'],
	low: ['power', 'bank', 'pitch']
} as const satisfies Record<string, RecoveryControl[]>;

/** Moments at which the instructor let go of the controls. */
function handOvers(track: Track): number[] {
	if (!track.has('byInstructor')) return [];
	const by = track.column('byInstructor');
	const found: number[] = [];
	for (let i = 1; i < track.length; i++) if (by[i - 1] === 1 && by[i] === 0) found.push(i);
	return found;
}

/** All recoveries of a flight. Without the channel that tells who flew there are none. */
export function recoveriesOf(
	track: Track,
	aircraft?: Pick<Aircraft, 'speeds'>,
	settings = RECOVERY_SETTINGS
): Recovery[] {
	const starts = handOvers(track);
	return starts.map((from, n) => recovery(track, from, starts[n + 1] ?? track.length, aircraft, settings));
}

function recovery(
	track: Track,
	from: number,
	limit: number,
	aircraft: Pick<Aircraft, 'speeds'> | undefined,
	settings: typeof RECOVERY_SETTINGS
): Recovery {
	const column = (name: Parameters<Track['column']>[0]) => track.column(name);
	const pitch = column('pitchDeg');
	const bank = column('bankDeg');
	const speed = column('calibratedAirspeedKt');
	const altitude = column('altitudeFt');
	const climb = column('verticalSpeedFpm');
	const { rateHz } = track;
	const noseHigh = pitch[from]! > 0;
	const recovered = levelFrom(track, bank, climb, from, limit, settings);
	// To the end of the level stretch that ended it: the lowest point may lie in it.
	const to = Math.min(limit, (recovered ?? limit) + Math.round(settings.levelHeldSeconds * rateHz));
	const watched = Math.min(to, from + Math.round(settings.inputsSeconds * rateHz));
	const inputs = inputsOf(track, from, watched, noseHigh, settings);
	const right = inputs.filter((one) => one.right);
	const order = [...new Set(right.map(({ control }) => control))];
	const taught = noseHigh ? TAUGHT.high : TAUGHT.low;
	// What is needed may come late, but before the flight is level again, and not when all is long over.
	const inTime = Math.min(recovered ?? to, from + Math.round(settings.neededSeconds * rateHz));
	const done = new Set(
		inputsOf(track, from, inTime, noseHigh, settings).flatMap((one) => (one.right ? [one.control] : []))
	);
	const throttle = column('throttle')[from]!;
	const needed: Record<RecoveryControl, boolean> = {
		power: noseHigh ? throttle < settings.fullThrottle : throttle > settings.idleThrottle,
		pitch: Math.abs(pitch[from]!) > settings.pitchDeg,
		bank: Math.abs(bank[from]!) > settings.bankDeg
	};
	const missing = taught.filter((control) => needed[control] && !done.has(control));
	const firstAt = (control: RecoveryControl) => right.find((one) => one.control === control)?.at ?? Infinity;
	const inOrder = order.every((control, i) => {
		const place = taught.indexOf(control);
		return order
			.slice(i + 1)
			.every(
				(later) =>
					taught.indexOf(later) > place ||
					firstAt(later) - firstAt(control) <= settings.togetherSeconds * rateHz
			);
	});
	const wrongWay = inputs
		.filter(({ right, lasts }) => !right && lasts >= settings.wrongWaySeconds * rateHz)
		.map(({ control, at }) => ({
			control,
			atSeconds: track.timeOf(at),
			text: wrongWords(control, noseHigh, bank[at]!)
		}));
	let [lowest, highest, peak, fastest] = [Infinity, -Infinity, -Infinity, -Infinity];
	const load = column('loadFactor');
	const warner = track.has('stallWarning') ? column('stallWarning') : null;
	let warned = 0;
	for (let i = from; i < to; i++) {
		lowest = Math.min(lowest, altitude[i]!);
		highest = Math.max(highest, altitude[i]!);
		peak = Math.max(peak, load[i]!);
		fastest = Math.max(fastest, speed[i]!);
		if (warner && warner[i] === 1 && i - from > settings.stallGraceSeconds * rateHz) warned++;
	}
	const neverExceed = aircraft?.speeds.neverExceedKias;
	const limits = [
		...(recovered === null ? ['never came to level flight'] : []),
		...(neverExceed && fastest > neverExceed ? [`${Math.round(fastest)} kt, over the red line`] : []),
		...(peak > settings.mostLoadFactor ? [`${peak.toFixed(1)} g, over the limit`] : []),
		...(warned / rateHz > settings.stallWarningSeconds ? ['flown into the stall warning'] : [])
	];
	const [firstInput] = inputs;
	const firstRight = right[0] ? (right[0].at - from) / rateHz : null;
	const late =
		firstRight === null
			? 25
			: Math.min(25, Math.max(0, firstRight - settings.quickSeconds) * settings.pointsPerSecond);
	return {
		startSeconds: track.timeOf(from),
		recoveredSeconds: recovered === null ? null : track.timeOf(recovered),
		endSeconds: track.timeOf(to),
		noseHigh,
		pitchDeg: pitch[from]!,
		bankDeg: bank[from]!,
		airspeedKt: speed[from]!,
		first: firstInput
			? {
					control: firstInput.control,
					right: firstInput.right,
					afterSeconds: (firstInput.at - from) / rateHz
				}
			: null,
		firstRightSeconds: firstRight,
		order,
		taught,
		missing,
		inOrder,
		wrongWay,
		altitudeLostFt: Math.max(0, altitude[from]! - lowest),
		altitudeGainedFt: Math.max(0, highest - altitude[from]!),
		peakLoadFactor: peak,
		highestKt: fastest,
		ofNeverExceed: neverExceed ? fastest / neverExceed : null,
		stallWarningSeconds: warned / rateHz,
		limits,
		verdict:
			limits.length > 0 || missing.length > 0 || firstInput?.right === false || !firstInput
				? 'not met'
				: 'met',
		score: Math.max(
			0,
			100 -
				Math.min(50, 25 * wrongWay.length) -
				(inOrder ? 0 : 25) -
				25 * missing.length -
				late -
				(limits.length > 0 ? 25 : 0)
		)
	};
}

/** The first sample from which wings and climb stay level long enough; null when they never do. */
function levelFrom(
	track: Track,
	bank: Float64Array,
	climb: Float64Array,
	from: number,
	limit: number,
	settings: typeof RECOVERY_SETTINGS
): number | null {
	const need = Math.round(settings.levelHeldSeconds * track.rateHz);
	let run = 0;
	for (let i = from; i < limit; i++) {
		const level = Math.abs(bank[i]!) < settings.levelBankDeg && Math.abs(climb[i]!) < settings.levelFpm;
		run = level ? run + 1 : 0;
		if (run === need) return i - need + 1;
	}
	return null;
}

/** A nose that was high is down below this, and one that was low is up above that, degrees. */
const NOSE_DOWN_DEG = 4;
const NOSE_UP_DEG = -2;

interface Input {
	control: RecoveryControl;
	right: boolean;
	at: number;
	/** Samples. */
	lasts: number;
}

/** Every meant movement from the hand-over on, in time, with whether it went the right way. */
function inputsOf(
	track: Track,
	from: number,
	to: number,
	noseHigh: boolean,
	settings: typeof RECOVERY_SETTINGS
): Input[] {
	const throttle = track.column('throttle');
	const elevator = track.column('elevatorInput');
	const aileron = track.column('aileronInput');
	const bank = track.column('bankDeg');
	const pitch = track.column('pitchDeg');
	const second = Math.round(track.rateHz);
	const found: Input[] = [];
	const base = throttle[from]!;
	let levelled = from;
	while (levelled < to && (noseHigh ? pitch[levelled]! >= NOSE_DOWN_DEG : pitch[levelled]! <= NOSE_UP_DEG))
		levelled++;
	const pitchWay = (i: number): number => {
		const moved = side(elevator[i]!, settings.stick);
		// Against a nose that is on its way to where it belongs the stick only steadies it.
		const before = pitch[Math.max(from, i - second)]!;
		const coming = (pitch[i]! - before) * (noseHigh ? -1 : 1) > settings.comingDegPerSecond;
		if (coming && moved === (noseHigh ? 1 : -1)) return 0;
		if (noseHigh) {
			// Once the nose is down again the stick is only steering.
			return pitch[i]! < NOSE_DOWN_DEG ? 0 : -moved;
		}
		if (pitch[i]! > NOSE_UP_DEG) return 0;
		return moved > 0 && Math.abs(bank[i]!) > settings.pullBankDeg ? -1 : moved;
	};
	const sides: Record<RecoveryControl, (i: number) => number> = {
		power: (i) => side(throttle[i]! - base, settings.throttle) * (noseHigh ? 1 : -1),
		// A nose that has been level and still goes to and fro about it is steered, not recovered the wrong way.
		pitch: (i) => {
			const way = pitchWay(i);
			const swings =
				i > levelled && Math.abs(pitch[i]!) < settings.swingsDeg && Math.abs(bank[i]!) < settings.pullBankDeg;
			return swings ? Math.max(0, way) : way;
		},
		bank: (i) =>
			Math.abs(bank[i]!) < settings.bankDeg ? 0 : -side(aileron[i]!, settings.stick) * Math.sign(bank[i]!)
	};
	for (const control of ['power', 'pitch', 'bank'] as const) {
		let open: Input | null = null;
		for (let i = from; i < to; i++) {
			const way = sides[control](i);
			if (way === 0) open = null;
			else if (open && open.right === way > 0) open.lasts++;
			else found.push((open = { control, right: way > 0, at: i, lasts: 1 }));
		}
	}
	return found.sort((a, b) => a.at - b.at);
}

const side = (value: number, least: number): number => (Math.abs(value) < least ? 0 : Math.sign(value));

function wrongWords(control: RecoveryControl, noseHigh: boolean, bankDeg: number): string {
	if (control === 'power') return noseHigh ? 'power off with the nose high' : 'power on with the nose low';
	if (control === 'bank') return 'aileron into the bank';
	if (noseHigh) return 'pulled with the nose high';
	return Math.abs(bankDeg) > RECOVERY_SETTINGS.pullBankDeg
		? `pulled with ${Math.round(Math.abs(bankDeg))}° of bank`
		: 'pushed with the nose low';
}

/** The recoveries of a flight that detectors and grade look at. */
export const recoveriesIn = ({ track, aircraft }: Evidence): Recovery[] => recoveriesOf(track, aircraft);
