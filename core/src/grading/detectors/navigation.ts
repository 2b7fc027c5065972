import { formatClock, formatHeading, runningMean, runs, signedDeg } from '../../base/index.js';
import { solveWindTriangle } from '../../navigation/index.js';
import { courseOf, scaleShare, type CoursePath, type HoldPath } from '../../paths/index.js';
import { RECEIVER_BITS } from '../../world/index.js';
import { NEAR_NM } from '../paths/course.js';
import { airOf, alongOf, placeOf, type Flown } from '../paths/flown.js';
import { timingError, type HoldReport } from '../paths/hold.js';
import { roughness } from '../roughness.js';
import { fault, type Fault } from './fault.js';

/** Thresholds of the detectors of navigation; each a setting. */
export interface NavigationFaultSettings {
	/** Chasing: so many crossings of the course, each with the heading swung by so much. */
	chaseCrossings: number;
	chaseHeadingDeg: number;
	/** From crossing to crossing in this time at the most, s; and each swing like the one before, within these ratios. */
	chaseSeconds: number;
	chaseSizeRatio: number;
	chaseTimeRatio: number;
	/** Held until centred: the track still cuts the course by so much on it, and goes past by so much. */
	throughCutDeg: number;
	throughNm: number;
	/** Too much: a correction of so many degrees for less than this share of full scale, so often. */
	muchDeg: number;
	muchShare: number;
	muchTimes: number;
	/** Too little: off by this share for so long, closing by less than so many degrees. */
	littleShare: number;
	littleSeconds: number;
	littleDeg: number;
	/** No wind kept: out by this share to the same side so often, where the wind asks for so many degrees. */
	driftShare: number;
	driftTimes: number;
	driftNeededDeg: number;
	/** Reverse sensing: off and turned away from the course by so much for so long. */
	reverseShare: number;
	reverseDeg: number;
	reverseSeconds: number;
	/** A station is to be identified this long after its phase began, s. */
	identSeconds: number;
	/**
	 * Timing: from the second circuit on off to the same side, by so much in the mean, s; with one such circuit only, the
	 * first has to be off to that side too, by this.
	 */
	timingFirstSeconds: number;
	timingSeconds: number;
}

export const NAVIGATION_FAULT_DEFAULTS: NavigationFaultSettings = {
	chaseCrossings: 4,
	chaseHeadingDeg: 12,
	chaseSeconds: 60,
	chaseSizeRatio: 1.8,
	chaseTimeRatio: 1.7,
	throughCutDeg: 14,
	throughNm: 0.08,
	muchDeg: 22,
	muchShare: 0.24,
	muchTimes: 1,
	littleShare: 0.4,
	littleSeconds: 75,
	littleDeg: 3,
	driftShare: 0.2,
	driftTimes: 2,
	driftNeededDeg: 5,
	reverseShare: 0.12,
	reverseDeg: 8,
	reverseSeconds: 12,
	identSeconds: 30,
	timingFirstSeconds: 7,
	timingSeconds: 14
};

/** The track is taken over this, s: gusts do not correct anything. */
const MEAN_SECONDS = 3;
const CAPTURED_SHARE = 0.1;
const CAPTURED_DEG = 12;
const AFTERMATH_SECONDS = 25;
/** A course is looked at once it has been flown for this long, s. */
const FIRST_SECONDS = 10;

/** Faults of tracking in a phase along a course. */
export function courseFaults(flown: Flown, path: CoursePath, settings: NavigationFaultSettings): Fault[] {
	const { track, from, to } = flown;
	const { rateHz } = track;
	const course = courseOf(path)!;
	const place = placeOf(flown, course.aid);
	const along = alongOf(flown, place, course.courseDeg);
	const share = along.map((one) => scaleShare(place, course.fullScale, one.rightNm, one.distanceNm));
	const direction = track.column('trackDeg').subarray(from, to);
	// Toward which side of the course the track goes, + right, over some seconds.
	const angle = runningMean(
		direction.map((deg) => signedDeg(deg - course.courseDeg)),
		Math.round((MEAN_SECONDS / 2) * rateHz)
	);
	const heading = track.column('headingDeg').subarray(from, to);
	const off = heading.map((deg) => signedDeg(deg - course.courseDeg));
	const usable = (i: number) => along[i]!.distanceNm > NEAR_NM;
	const at = (i: number) => track.timeOf(from + i);
	const n = along.length;
	// Gusts turn the nose and carry across the course: in rough air only larger swings are the pilot's.
	const rough = roughness(track);
	const faults: Fault[] = [];

	const crossings: number[] = [];
	for (let i = 1; i < n; i++)
		if (
			usable(i) &&
			along[i - 1]!.rightNm * along[i]!.rightNm < 0 &&
			i - (crossings.at(-1) ?? -Infinity) > 5 * rateHz
		)
			crossings.push(i);

	const chase = chased();
	if (chase) faults.push(chase);
	else {
		const held = through();
		faults.push(...held, ...tooMuch(held));
		const drift = drifts();
		if (drift) faults.push(drift);
		else faults.push(...tooLittle());
	}
	const reversed = reverse();
	if (reversed) faults.push(reversed);
	return faults;

	/** Greatest share and heading swing between each two crossings. */
	function halves() {
		return crossings.slice(0, -1).map((start, c) => {
			const end = crossings[c + 1]!;
			let [most, high, low] = [0, -Infinity, Infinity];
			for (let i = start; i < end; i++) {
				most = Math.max(most, Math.abs(along[i]!.rightNm));
				high = Math.max(high, off[i]!);
				low = Math.min(low, off[i]!);
			}
			return { start, end, most, swing: high - low, seconds: (end - start) / rateHz };
		});
	}

	/** The longest run of swings, each like the one before: bracketing shrinks, a large correction comes once. */
	function chased(): Fault | null {
		const alike = (a: number, b: number, ratio: number) => a <= b * ratio && b <= a * ratio;
		let run: ReturnType<typeof halves> = [];
		let longest = run;
		for (const half of halves()) {
			const before = run.at(-1);
			const swung = half.swing >= settings.chaseHeadingDeg * rough && half.seconds <= settings.chaseSeconds;
			const goesOn =
				before !== undefined &&
				alike(before.most, half.most, settings.chaseSizeRatio) &&
				alike(before.seconds, half.seconds, settings.chaseTimeRatio);
			run = !swung ? [] : goesOn ? [...run, half] : [half];
			if (run.length > longest.length) longest = run;
		}
		if (longest.length < settings.chaseCrossings - 1) return null;
		const seconds = longest.reduce((sum, one) => sum + one.seconds, 0) / longest.length;
		return fault(
			'chases-needle',
			at(longest[0]!.start),
			at(longest.at(-1)!.end),
			`You turned after the needle: across the course ${longest.length + 1} times, every ${Math.round(seconds)} s, by as much each time.`,
			'Choose a heading, hold it, look what the needle does. Then change it by half.'
		);
	}

	function through(): Fault[] {
		return crossings.flatMap((crossing) => {
			const cut = Math.abs(angle[Math.max(0, crossing - rateHz)]!);
			const side = Math.sign(along[crossing]!.rightNm);
			let [past, until] = [0, crossing];
			for (let i = crossing; i < n && along[i]!.rightNm * side > 0; i++)
				if (Math.abs(along[i]!.rightNm) > past) [past, until] = [Math.abs(along[i]!.rightNm), i];
			if (cut < settings.throughCutDeg || past < settings.throughNm) return [];
			return [
				fault(
					'turn-held-until-centred',
					at(Math.max(0, crossing - 8 * rateHz)),
					at(until),
					`You kept ${Math.round(cut)}° of cut until the needle was centred and went ${past.toFixed(1)} NM through.`,
					'Begin the turn when the needle moves off the stop; the faster it moves, the sooner.'
				)
			];
		});
	}

	function tooMuch(held: readonly Fault[]): Fault[] {
		// The cut that first brings it to the course is no correction.
		const [captured] = runs(0, n, 5 * rateHz, (i) => {
			return Math.abs(share[i]!) <= CAPTURED_SHARE && Math.abs(angle[i]!) < CAPTURED_DEG;
		});
		const corrections = runs(captured?.from ?? n, n, 4 * rateHz, (i) => {
			return usable(i) && angle[i]! * along[i]!.rightNm < 0 && Math.abs(angle[i]!) >= settings.muchDeg;
		}).filter(({ from: start }) => {
			const most = Math.max(...share.slice(Math.max(0, start - 5 * rateHz), start + rateHz).map(Math.abs));
			// What has to be taken back after a turn held too long is that fault's.
			const after = held.some(
				(one) => at(start) >= one.startSeconds - 20 && at(start) <= one.endSeconds + AFTERMATH_SECONDS
			);
			return !after && most < settings.muchShare && along[start]!.distanceNm > 2.5;
		});
		if (corrections.length < settings.muchTimes) return [];
		const first = corrections[0]!;
		const size = Math.max(...Array.from(angle.subarray(first.from, first.to), Math.abs));
		return [
			fault(
				'corrects-too-much',
				at(first.from),
				at(corrections.at(-1)!.to - 1),
				`You corrected by ${Math.round(size)}° for ${Math.abs(share[first.from]!).toFixed(1)} of full scale at ${Math.round(along[first.from]!.distanceNm)} NM.`,
				'Far out 20°, nearer 5 to 10°, on a final 2 to 3°: as much as the distance deserves.'
			)
		];
	}

	function tooLittle(): Fault[] {
		const [slow] = runs(Math.min(n, FIRST_SECONDS * rateHz), n, settings.littleSeconds * rateHz, (i) => {
			const closing = -angle[i]! * Math.sign(along[i]!.rightNm);
			return usable(i) && Math.abs(share[i]!) >= settings.littleShare && closing < settings.littleDeg;
		});
		if (!slow) return [];
		return [
			fault(
				'corrects-too-little',
				at(slow.from),
				at(slow.to - 1),
				`For ${Math.round((slow.to - slow.from) / rateHz)} s you were ${Math.abs(share[slow.from]!).toFixed(1)} of full scale off and did next to nothing about it.`,
				'Turn toward the needle by a figure: 20° far out, 10° nearer. Level the wings and wait.'
			)
		];
	}

	function drifts(): Fault | null {
		const needed = solveWindTriangle({ courseDeg: course.courseDeg, ...airOf(flown) }).windCorrectionDeg;
		if (Math.abs(needed) < settings.driftNeededDeg) return null;
		// Blown to the left by a wind from the right, and the other way.
		const lee = -Math.sign(needed);
		const outs = runs(0, n, 2 * rateHz, (i) => usable(i) && share[i]! * lee >= settings.driftShare);
		let times = outs.length > 0 ? 1 : 0;
		for (let o = 1; o < outs.length; o++) {
			const between = share.slice(outs[o - 1]!.to, outs[o]!.from);
			if (Math.min(...between.map((one) => one * lee)) < 0.08) times++;
		}
		if (times < settings.driftTimes) return null;
		// On the course, the nose was on the course too.
		const on = runs(0, n, rateHz, (i) => usable(i) && Math.abs(share[i]!) < 0.15);
		const kept = on.flatMap(({ from: a, to: b }) => Array.from(off.subarray(a, b)));
		const uncorrected = kept.filter((deg) => Math.abs(deg) < Math.abs(needed) / 2).length;
		if (kept.length === 0 || uncorrected < 0.25 * kept.length) return null;
		return fault(
			'no-wind-correction',
			at(outs[0]!.from),
			at(outs.at(-1)!.to - 1),
			`You drifted out to the ${lee > 0 ? 'right' : 'left'} ${times} times: each time the whole correction was taken out on the course. The wind asks for ${Math.round(Math.abs(needed))}° to the ${needed > 0 ? 'right' : 'left'}.`,
			'When the needle comes back, take out half, and keep the rest.'
		);
	}

	function reverse(): Fault | null {
		const [away] = runs(Math.min(n, FIRST_SECONDS * rateHz), n, settings.reverseSeconds * rateHz, (i) => {
			const leaving = angle[i]! * Math.sign(along[i]!.rightNm);
			const turned = off[i]! * Math.sign(along[i]!.rightNm);
			return (
				usable(i) &&
				Math.abs(share[i]!) >= settings.reverseShare &&
				leaving >= settings.reverseDeg &&
				turned >= settings.reverseDeg
			);
		});
		if (!away) return null;
		return fault(
			'reverse-sensing',
			at(away.from),
			at(away.to - 1),
			`For ${Math.round((away.to - away.from) / rateHz)} s you flew away from the course: the needle was ${along[away.from]!.rightNm > 0 ? 'left' : 'right'} and you turned the other way.`,
			'With the course you fly set in the selector, the needle is where the course is. Check the selector first.'
		);
	}
}

/** A station that is used must have been identified. */
export function identFault(flown: Flown, aid: string, settings: NavigationFaultSettings): Fault[] {
	const { track, from, to } = flown;
	const place = placeOf(flown, aid);
	if (place.frequency === undefined || !track.has('identified')) return [];
	const after = from + Math.round(settings.identSeconds * track.rateHz);
	if (after >= to) return [];
	const identified = track.column('identified');
	const tuned = (name: 'nav1MHz' | 'nav2MHz' | 'adfKHz', bit: number, i: number) =>
		Math.abs(track.column(name)[i]! - place.frequency!) < 0.004 && (identified[i]! & bit) !== 0;
	const known = (i: number) =>
		place.kind === 'ndb'
			? tuned('adfKHz', RECEIVER_BITS.adf, i)
			: tuned('nav1MHz', RECEIVER_BITS.nav1, i) || tuned('nav2MHz', RECEIVER_BITS.nav2, i);
	if (known(after)) return [];
	let until = after;
	while (until < to && !known(until)) until++;
	return [
		fault(
			'not-identified',
			track.timeOf(from),
			track.timeOf(until - 1),
			`You flew by ${aid} without having listened to its identifier${until < to ? ` until ${formatClock(track.timeOf(until))}` : ''}.`,
			'Tune, identify, set, check: a needle that is not identified tells nothing.'
		)
	];
}

/** Faults of a hold: the entry, and the time of the legs. */
export function holdFaults(report: HoldReport, path: HoldPath, settings: NavigationFaultSettings): Fault[] {
	const faults: Fault[] = [];
	const { entry, circuits } = report;
	if (entry.flown && !entry.right.includes(entry.flown))
		faults.push(
			fault(
				'hold-entry',
				report.startSeconds,
				entry.endSeconds ?? report.endSeconds,
				`You entered ${entry.flown}; from heading ${formatHeading(entry.arrivalHeadingDeg)} ${entry.right.join(' or ')} was right, ${formatHeading(entry.wantedHeadingDeg)} first.`,
				'Lay the sectors on the heading dial before the fix: 70° one side, 110° the other, and what is left.'
			)
		);
	const wrong = circuits.find(({ turns }) => turns !== path.turns);
	if (wrong)
		faults.push(
			fault(
				'hold-side',
				wrong.startSeconds,
				wrong.endSeconds,
				`You turned ${wrong.turns}: this hold has ${path.turns} turns.`,
				'Say the turns aloud with the course when you read the hold.'
			)
		);
	// The first time round finds the wind; one who adjusts is then off to either side, or less.
	const errors = circuits.map((circuit) => timingError(report, circuit));
	const [first, ...later] = errors;
	const single = later.length === 1;
	const side = Math.sign(later[0] ?? 0);
	const mean = later.reduce((sum, error) => sum + Math.abs(error), 0) / Math.max(1, later.length);
	if (
		first !== undefined &&
		later.length > 0 &&
		(!single || first * side > settings.timingFirstSeconds) &&
		later.every((error) => error * side > 0) &&
		mean > settings.timingSeconds
	) {
		const words = errors.map((error) => `${error > 0 ? '+' : '−'}${Math.abs(Math.round(error))} s`);
		faults.push(
			fault(
				'hold-timing',
				circuits[1]!.startSeconds,
				circuits.at(-1)!.endSeconds,
				`The ${path.timing} leg stayed off its ${path.inboundSeconds} s: ${words.join(', ')}. The outbound time was not adjusted.`,
				'Start the clock abeam. What the inbound leg had too much or too little goes into the next outbound one.'
			)
		);
	}
	return faults;
}
