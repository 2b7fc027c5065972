import { DECISION } from '../../aircraft/index.js';
import { formatClock, normalizeDeg, signedDeg } from '../../base/index.js';
import { mayGoOn, type Segment, type Sight } from '../../procedures/index.js';
import type { Evidence } from '../evidence.js';
import type { BrokenLimit } from '../flight-limits.js';
import type { PhaseVerdict, Verdict } from '../verdict.js';
import { circlingBroken, circlingOf, turnsToRunway, type CirclingReport } from './circling.js';
import { finalOf, finalSentences, levelVerdict, type FinalReport } from './final.js';
import { ApproachFlight } from './stretch.js';

/** What decides an approach besides its targets; each a setting with its default. */
const APPROACH_RULES = {
	/** A floor is broken when it has been passed by more than a reading, ft, for so long, s. */
	floorSlackFt: 10,
	floorSeconds: 1,
	/** Before the final a published altitude has the tolerance of any altitude, ft. */
	earlyFloorFt: 100,
	/** The decision is said so soon after the minimum, s. */
	decisionSeconds: 4,
	/** The gate: ft above the threshold; speed over and under, kt; sink, ft/min; shares of full scale. */
	gateFt: 500,
	gateOverKt: 10,
	gateUnderKt: 5,
	gateSinkFpm: 1000,
	gateShare: 1,
	/** Who goes around at the gate has seen it: said so soon after it, s. */
	gateSeconds: 5,
	/** A go-around shows power after so long, and a climb, s. */
	powerSeconds: 3,
	climbSeconds: 8,
	/** Full scale on the final after it has been captured, for so long, s. */
	fullScaleSeconds: 2,
	capturedShare: 0.5,
	/** A go-around from a decision altitude may sink so far below it, ft, while it is begun. */
	sinkThroughFt: 50
};

/** How it was decided at the minimum. */
interface DecisionReport {
	/** When the minimum, or the missed approach point, came. */
	minimumAtSeconds: number;
	saidAtSeconds: number | null;
	/** From the minimum to the word; negative before it. */
	seconds: number | null;
	said: 'continue' | 'go around' | null;
	/** What could be seen then. */
	seen: Sight;
	/** A go-around with the runway in plain view is no fail, but a question. */
	judged: 'right' | 'wrong' | 'question' | 'not decided';
	text: string;
}

/** How a go-around was begun: s from the word. */
interface GoAroundReport {
	atSeconds: number;
	powerSeconds: number | null;
	climbSeconds: number | null;
	lowestFt: number;
	/** Turned before the missed approach point, or before the first altitude. */
	turnedEarly: boolean;
	/** Said before the missed approach point. */
	early: boolean;
	/** Out of circling: whether the climbing turn went toward the runway first; absent elsewhere and in a grade of before. */
	towardRunway?: boolean;
}

/** Where the gate was passed, and what was not as it should be there. */
interface GateReport {
	atSeconds: number;
	off: string[];
}

/** One segment of the approach as it was graded. */
interface SegmentReport {
	segment: Segment;
	phases: number[];
	verdict: PhaseVerdict;
	score: number | null;
}

/** How an approach was flown beyond the targets of its phases. */
export interface ApproachReport {
	name: string;
	minimumFt: number;
	minimumKind: 'decision' | 'descent';
	decision: DecisionReport | null;
	goAround: GoAroundReport | null;
	gate: GateReport | null;
	circling: CirclingReport | null;
	/** From the final fix to the missed approach point by the clock: wanted, and flown where the clock was started. */
	timing: { wantedSeconds: number; flownSeconds: number | null; startedSeconds: number | null } | null;
	/** How the final was flown beyond its needles; absent in a grade of before. */
	final?: FinalReport | null;
	segments: SegmentReport[];
	limits: BrokenLimit[];
}

/** Everything about an approach that no tolerance covers; null for a card that is none. */
export function approachReport(evidence: Evidence): Omit<ApproachReport, 'segments'> | null {
	const flight = evidence.once(ApproachFlight.of);
	if (!flight) return null;
	const { approach } = flight;
	const decision = decisionOf(flight);
	const goAround = goAroundOf(flight);
	const gate = gateOf(flight);
	const circling = circlingOf(flight);
	return {
		name: approach.procedure.name,
		minimumFt: approach.minimum.altitudeFt,
		minimumKind: approach.minimum.kind,
		decision,
		goAround,
		gate,
		circling,
		timing: timingOf(flight),
		final: finalOf(flight),
		limits: [
			...floors(flight),
			...belowUnseen(flight, decision),
			...fullScale(flight),
			...gateBroken(flight, gate),
			...circlingBroken(flight, circling)
		]
	};
}

/** Published altitudes, each until its fix has been passed as its receiver shows it. */
function floors(flight: ApproachFlight): BrokenLimit[] {
	const decision = flight.has('decision') ? flight.column('decision') : null;
	return flight.flown.flatMap(({ phase, index, from, to }) => {
		const { floorFt, segment } = phase;
		if (floorFt === undefined) return [];
		const late = segment === 'final' || segment === 'minimum' || segment === 'circling';
		const slack = late ? APPROACH_RULES.floorSlackFt : APPROACH_RULES.earlyFloorFt;
		const first = flight.first(from, to, APPROACH_RULES.floorSeconds, (i) => {
			// Whoever sees the runway and has said so may leave the minimum.
			const leaves = segment !== 'circling' && decision?.[i] === DECISION.continue;
			return !leaves && flight.altitude[i]! < floorFt - slack;
		});
		if (first < 0) return [];
		let lowest = Infinity;
		for (let i = first; i < to; i++) lowest = Math.min(lowest, flight.altitude[i]!);
		return [
			flight.broken(
				index,
				first,
				Math.max(first, to - 1),
				`${Math.round(floorFt - lowest)} ft below ${floorFt} ft, which holds until its end`
			)
		];
	});
}

function decisionOf(flight: ApproachFlight): DecisionReport | null {
	const { approach } = flight;
	const minimum = flight.flown.find(({ phase }) => phase.segment === 'minimum');
	const { final } = flight;
	if (!final || !flight.has('decision')) return null;
	const said = flight.column('decision');
	const first = flight.said;
	if (!minimum && first < 0) return null;
	const comes = minimum?.from ?? final.to - 1;
	const when = first < 0 ? Math.min(flight.track.length - 1, flight.after(comes, 10)) : first;
	const seen = flight.sight(when);
	const word =
		first < 0 ? null : said[first] === DECISION.continue ? ('continue' as const) : ('go around' as const);
	const allowed = mayGoOn(seen);
	const circles = approach.minimum.guidance === 'circling';
	const judged: DecisionReport['judged'] =
		word === null
			? 'not decided'
			: word === 'go around'
				? allowed === 'down' && when >= comes && !circles
					? 'question'
					: 'right'
				: allowed === 'no' || (circles && seen !== 'runway')
					? 'wrong'
					: 'right';
	const seconds = first < 0 ? null : flight.timeOf(first) - flight.timeOf(comes);
	return {
		minimumAtSeconds: flight.timeOf(comes),
		saidAtSeconds: first < 0 ? null : flight.timeOf(first),
		seconds,
		said: word,
		seen,
		judged,
		text: decisionText(word, seen, seconds, judged)
	};
}

const SEEN_WORDS: Record<Sight, string> = {
	nothing: 'nothing was to be seen',
	lights: 'the approach lights were to be seen',
	'red side rows': 'the red side rows were to be seen',
	runway: 'the runway was to be seen'
};

function decisionText(
	said: DecisionReport['said'],
	seen: Sight,
	seconds: number | null,
	judged: DecisionReport['judged']
): string {
	if (said === null) return `Nothing was said at the minimum; ${SEEN_WORDS[seen]}.`;
	const when =
		seconds === null
			? ''
			: seconds < -0.5
				? `${Math.round(-seconds)} s before the minimum`
				: `${Math.max(0, seconds).toFixed(1)} s after the minimum`;
	const why =
		judged === 'question'
			? ' Why around, with that in view?'
			: judged === 'wrong'
				? ' That is not enough to go on.'
				: '';
	return `You said ${said} ${when}; ${SEEN_WORDS[seen]}.${why}`;
}

/** Below the minimum with nothing in sight: whatever was said. */
function belowUnseen(flight: ApproachFlight, decision: DecisionReport | null): BrokenLimit[] {
	const { approach } = flight;
	if (!decision) return [];
	const minimumFt = approach.minimum.altitudeFt;
	const sinks =
		approach.minimum.kind === 'decision' ? APPROACH_RULES.sinkThroughFt : APPROACH_RULES.floorSlackFt;
	const { flown } = flight;
	const begun = flown.find(({ phase }) => phase.segment === 'minimum');
	if (!begun) return [];
	const end = flown.find(({ phase }) => phase.segment === 'missed')?.from ?? flight.track.length;
	const lightsFt = approach.threshold.elevationFt + 100;
	const first = flight.first(begun.from, end, 1.5, (i) => {
		if (flight.altitude[i]! >= minimumFt - sinks || flight.beforeNm(i) < 0) return false;
		const allowed = mayGoOn(flight.sight(i));
		return allowed === 'no' || (allowed === 'to-100-ft' && flight.altitude[i]! < lightsFt);
	});
	if (first < 0) return [];
	const phase = flown.findLast(({ from }) => from <= first)!;
	return [
		flight.broken(
			phase.index,
			first,
			flight.after(first, 2),
			`below the minimum of ${minimumFt} ft with ${flight.sight(first)} in sight`
		)
	];
}

/** A needle on its stop on the final, after it had been captured. */
function fullScale(flight: ApproachFlight): BrokenLimit[] {
	const { fullScaleSeconds, capturedShare } = APPROACH_RULES;
	for (const { phase, index, from, to } of flight.flown) {
		if (phase.segment !== 'final' || phase.after || phase.path?.kind !== 'course') continue;
		const { path } = phase;
		const near = (i: number) => flight.beforeNm(i) > 0.4;
		const captured = flight.first(from, to, 3, (i) => Math.abs(flight.shares(path, i).right) < capturedShare);
		if (captured < 0) continue;
		const off = flight.first(
			captured,
			to,
			fullScaleSeconds,
			(i) => near(i) && Math.abs(flight.shares(path, i).right) >= 1
		);
		if (off >= 0)
			return [
				flight.broken(
					index,
					off,
					flight.after(off, fullScaleSeconds),
					'the needle on its stop after it had been captured'
				)
			];
	}
	return [];
}

function goAroundOf(flight: ApproachFlight): GoAroundReport | null {
	if (!flight.has('decision')) return null;
	const decision = flight.column('decision');
	const said = flight.first(0, flight.track.length, 0.1, (i) => decision[i] === DECISION['go-around']);
	if (said < 0) return null;
	const until = flight.after(said, 30);
	const throttle = flight.has('throttle') ? flight.column('throttle') : null;
	const climb = flight.has('verticalSpeedFpm') ? flight.column('verticalSpeedFpm') : null;
	const power = throttle ? flight.first(said, until, 0.3, (i) => throttle[i]! > 0.9) : -1;
	const climbing = climb ? flight.first(said, until, 1, (i) => climb[i]! > 200) : -1;
	let lowest = Infinity;
	for (let i = said; i < until; i++) lowest = Math.min(lowest, flight.altitude[i]!);
	const [first] = flight.approach.procedure.missed.legs;
	const straightDeg =
		first?.kind === 'heading'
			? first.headingDeg
			: normalizeDeg(flight.approach.finalTrueDeg - flight.card.navigation!.variationDeg);
	const toFt = first?.kind === 'heading' ? first.toFt : 0;
	const heading = flight.column('headingDeg');
	// Where the first leg itself asks for a turn, the heading is on its way to it.
	const beginsOffDeg = Math.abs(signedDeg(heading[said]! - straightDeg));
	// Once both the point and the altitude have come, the turn is free.
	const free = flight.first(
		said,
		flight.track.length,
		0.1,
		(i) => flight.pastMissedNm(i) >= -0.1 && flight.altitude[i]! >= toFt - 100
	);
	const circled = flight.flown.some(({ phase, from }) => phase.segment === 'circling' && from < said);
	const turned = circled
		? -1
		: flight.first(
				said,
				free < 0 ? flight.track.length : free,
				2,
				(i) => Math.abs(signedDeg(heading[i]! - straightDeg)) > Math.max(30, beginsOffDeg + 15)
			);
	return {
		atSeconds: flight.timeOf(said),
		powerSeconds: power < 0 ? null : (power - said) / flight.rateHz,
		climbSeconds: climbing < 0 ? null : (climbing - said) / flight.rateHz,
		lowestFt: lowest,
		turnedEarly: turned >= 0,
		early: !circled && flight.pastMissedNm(said) < -0.3,
		...(circled ? { towardRunway: turnsToRunway(flight, said) } : {})
	};
}

/** Stabilised at the gate, or gone around by then. Level at a minimum that lies higher than the gate it is not passed. */
function gateOf(flight: ApproachFlight): GateReport | null {
	const { approach, card } = flight;
	const { gateFt, gateOverKt, gateUnderKt, gateSinkFpm, gateShare, gateSeconds } = APPROACH_RULES;
	const gate = approach.threshold.elevationFt + gateFt;
	const { final } = flight;
	if (!final || approach.minimum.guidance === 'circling') return null;
	const decision = flight.has('decision') ? flight.column('decision') : null;
	const passed = flight.first(final.from, flight.track.length, 0.2, (i) => flight.altitude[i]! < gate);
	if (passed < 0 || decision?.[flight.after(passed, gateSeconds)] === DECISION['go-around']) return null;
	const here = flight.flown.findLast(({ from }) => from <= passed)!;
	const target = card.phases.find(({ segment, after }) => segment === 'final' && !after)!;
	const off: string[] = [];
	// A gust at that moment is no speed.
	const speed = flight.has('indicatedAirspeedKt') ? flight.meanAbout('indicatedAirspeedKt', passed, 3) : NaN;
	const wanted = target.targets.airspeedKias?.value;
	if (wanted !== undefined && speed > wanted + gateOverKt) off.push(`${Math.round(speed - wanted)} kt fast`);
	if (wanted !== undefined && speed < wanted - gateUnderKt) off.push(`${Math.round(wanted - speed)} kt slow`);
	const sink = flight.has('verticalSpeedFpm') ? -flight.meanAbout('verticalSpeedFpm', passed, 2) : 0;
	if (sink > gateSinkFpm) off.push(`sinking at ${Math.round(sink)} ft/min`);
	const { configuration } = target;
	if (configuration?.flapsDeg !== undefined && flight.has('flapsDeg')) {
		const flaps = flight.column('flapsDeg')[passed]!;
		if (Math.abs(flaps - configuration.flapsDeg) > 3)
			off.push(`flap ${Math.round(flaps)}°, ${configuration.flapsDeg}° being asked`);
	}
	if (configuration?.gearDown && flight.has('gear') && flight.column('gear')[passed]! < 0.95)
		off.push('the gear not down');
	if (here.phase.path?.kind === 'course' && !here.phase.after) {
		const { right, above } = flight.shares(here.phase.path, passed);
		if (Math.abs(right) > gateShare) off.push('the needle on its stop');
		if (Math.abs(above) > gateShare) off.push('the path on its stop');
	}
	return { atSeconds: flight.timeOf(passed), off };
}

function gateBroken(flight: ApproachFlight, gate: GateReport | null): BrokenLimit[] {
	if (!gate || gate.off.length === 0) return [];
	const i = Math.round(gate.atSeconds * flight.rateHz);
	const phase = flight.flown.findLast(({ from }) => from <= i)!;
	return [
		flight.broken(
			phase.index,
			i,
			flight.after(i, 1),
			`not stabilised at ${APPROACH_RULES.gateFt} ft above the threshold (${gate.off.join(', ')}) and not gone around`
		)
	];
}

/** The clock against the time to the missed approach point, where that is known by time. */
function timingOf(flight: ApproachFlight): ApproachReport['timing'] {
	const { approach } = flight;
	const { final } = flight;
	if (!final || !flight.has('clockStarts')) return null;
	if (approach.procedure.missedPoint.kind !== 'time') return null;
	const starts = flight.column('clockStarts');
	const before = final.from - Math.round(15 * flight.rateHz);
	let started = -1;
	for (let i = Math.max(1, before); i < final.to; i++) if (starts[i]! > starts[i - 1]!) started = i;
	const said = flight.has('decision')
		? flight.first(
				final.from,
				flight.track.length,
				0.1,
				(i) => flight.column('decision')[i] !== DECISION.none
			)
		: -1;
	return {
		wantedSeconds: approach.finalSeconds,
		startedSeconds: started < 0 ? null : flight.timeOf(started) - flight.timeOf(final.from),
		flownSeconds: started < 0 || said < 0 ? null : (said - started) / flight.rateHz
	};
}

/**
 * What the decision, and the level that was kept before it, make of the phase at the minimum, and why it was not met.
 * @param aboveFt the standard's tolerance above a minimum.
 */
export function minimumVerdict(
	{ decision, final }: Pick<ApproachReport, 'decision' | 'final'>,
	aboveFt: number
): { verdict: Verdict; score: number; because: string[] } {
	if (!decision || decision.judged === 'not decided') return { verdict: 'not shown', score: 0, because: [] };
	if (decision.judged === 'wrong')
		return { verdict: 'not met', score: 0, because: [`on, though ${SEEN_WORDS[decision.seen]}`] };
	const seconds = decision.seconds ?? 0;
	const lost = Math.min(60, Math.max(0, seconds - 1) * 15) + (decision.judged === 'question' ? 15 : 0);
	const level = levelVerdict(final?.level ?? null, aboveFt);
	const because = [
		...(seconds > APPROACH_RULES.decisionSeconds
			? [`decided ${seconds.toFixed(1)} s after it, ${APPROACH_RULES.decisionSeconds} are allowed`]
			: []),
		...(level?.met === false
			? [
					final!.level!.reachedBeforeNm === null
						? `never come down to it, still ${Math.round(final!.level!.meanFt)} ft above`
						: `level ${Math.round(final!.level!.meanFt)} ft above it, ${aboveFt} are allowed`
				]
			: [])
	];
	return {
		verdict: because.length > 0 ? 'not met' : 'met',
		score: Math.max(0, 100 - lost - (level?.lost ?? 0)),
		because
	};
}

/** The phases of an approach by its segments, in the order in which they are flown. */
export function segmentsOf(
	phases: readonly { verdict: PhaseVerdict; score: number; weight: number; segment?: Segment }[]
): SegmentReport[] {
	const found = new Map<Segment, number[]>();
	phases.forEach(({ segment }, i) => {
		if (segment) found.set(segment, [...(found.get(segment) ?? []), i]);
	});
	return [...found].map(([segment, indices]) => {
		const own = indices.map((i) => phases[i]!).filter(({ verdict }) => verdict !== 'not asked');
		const weights = own.reduce((sum, { weight }) => sum + weight, 0);
		const verdict =
			own.length === 0
				? ('not asked' as const)
				: own.some((one) => one.verdict === 'not met')
					? ('not met' as const)
					: own.some((one) => one.verdict === 'not shown')
						? ('not shown' as const)
						: own.every((one) => one.verdict === 'not recorded')
							? ('not recorded' as const)
							: ('met' as const);
		return {
			segment,
			phases: indices,
			verdict,
			score: weights > 0 ? own.reduce((sum, one) => sum + one.score * one.weight, 0) / weights : null
		};
	});
}

/** The gate and the go-around in a sentence each, for the debrief. */
export function approachSentences(
	report: Omit<ApproachReport, 'segments'>
): { atSeconds: number; text: string; tone: 'good' | 'mind' }[] {
	const { decision, goAround, gate, timing } = report;
	const found: { atSeconds: number; text: string; tone: 'good' | 'mind' }[] = [];
	if (decision)
		found.push({
			atSeconds: decision.saidAtSeconds ?? decision.minimumAtSeconds,
			text: decision.text,
			tone: decision.judged === 'right' ? 'good' : 'mind'
		});
	if (goAround) {
		const { powerSeconds, climbSeconds, lowestFt } = goAround;
		const prompt =
			powerSeconds !== null &&
			powerSeconds <= APPROACH_RULES.powerSeconds &&
			climbSeconds !== null &&
			climbSeconds <= APPROACH_RULES.climbSeconds;
		found.push({
			atSeconds: goAround.atSeconds,
			text: `Go-around: full power ${powerSeconds === null ? 'never' : `after ${powerSeconds.toFixed(1)} s`}, climbing ${climbSeconds === null ? 'not within half a minute' : `after ${climbSeconds.toFixed(1)} s`}, ${Math.round(lowestFt)} ft at the lowest.`,
			tone: prompt ? 'good' : 'mind'
		});
	}
	if (gate && gate.off.length === 0)
		found.push({
			atSeconds: gate.atSeconds,
			text: `Stabilised at ${formatClock(gate.atSeconds)}, 500 ft above the threshold.`,
			tone: 'good'
		});
	if (report.final) found.push(...finalSentences(report.final));
	if (timing && timing.flownSeconds !== null)
		found.push({
			atSeconds: decision?.minimumAtSeconds ?? 0,
			text: `From the clock's start to the word ${Math.round(timing.flownSeconds)} s; ${Math.round(timing.wantedSeconds)} s were right for the groundspeed of the day.`,
			tone: Math.abs(timing.flownSeconds - timing.wantedSeconds) <= 10 ? 'good' : 'mind'
		});
	return found;
}
