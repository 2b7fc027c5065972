import type { Evidence } from '../evidence.js';
import { formatClock, runningMean } from '../../base/index.js';
import { leavesOf, type Phase, type PhaseTimes, type TaskCard } from '../../training/index.js';
import { fault, ROUGH_AIR, type Fault } from '../fault.js';

interface Change {
	kind: 'pitch' | 'power' | 'bank';
	start: number;
	end: number;
	/** In units of the size that counts. */
	size: number;
}

/**
 * Lasting changes of one channel: its mean after a window differs by at least `size` from its mean
 * before it. What comes and goes, as in turbulence, is none. The start is where the movement begins.
 */
function changesOf(
	column: Float64Array,
	kind: Change['kind'],
	size: number,
	window: number,
	lasts: number
): Change[] {
	const changes: Change[] = [];
	const mean = runningMean(column, lasts >> 1);
	let i = lasts >> 1;
	while (i + window + lasts < column.length) {
		const before = mean[i - (lasts >> 1)]!;
		const after = mean[i + window + (lasts >> 1)]!;
		if (Math.abs(after - before) < size) {
			i++;
			continue;
		}
		// The movement itself: from a quarter of it made to nearly all.
		const made = (k: number) => (column[k]! - before) / (after - before);
		let start = i;
		while (start < i + window + lasts && made(start) < 0.25) start++;
		let end = start;
		while (end < i + window + lasts && made(end) < 0.9) end++;
		changes.push({ kind, start, end, size: Math.abs(after - before) / size });
		i = end + window;
	}
	return changes;
}

const CLEAR_IN_ROUGH_AIR = 1.7;
const BOTH_IN_ROUGH_AIR = 1.1;
const CHANGE_WORDS = { pitch: 'pitch', power: 'power', bank: 'bank' } as const;

/** Pitch, power and bank changed together where the card does not ask for it. */
export function twoChanges({ card, track, times, settings, rough }: Evidence): Fault[] {
	const window = Math.round(settings.changeWindowSeconds * track.rateHz);
	const lasts = Math.round(settings.changeLastsSeconds * track.rateHz);
	const changes: Change[] = (
		[
			['pitchDeg', 'pitch', settings.pitchChangeDeg * rough],
			['throttle', 'power', settings.throttleChange * Math.sqrt(rough)],
			['bankDeg', 'bank', settings.bankChangeDeg * rough]
		] as const
	).flatMap(([name, kind, size]) =>
		track.has(name) ? changesOf(track.column(name), kind, size, window, lasts) : []
	);
	changes.sort((a, b) => a.start - b.start);
	const faults: Fault[] = [];
	let quietUntil = -1;
	for (let i = 0; i < changes.length; i++) {
		const first = changes[i]!;
		if (first.start < quietUntil) continue;
		const together = changes
			.slice(i)
			.filter((other) => other.start - first.start <= settings.togetherSeconds * track.rateHz);
		const made = [...new Set(together.map((change) => change.kind))];
		const sizeOf = (kind: Change['kind']): number =>
			Math.max(0, ...together.map((change) => (change.kind === kind ? change.size : 0)));
		// Nose and wings are moved by the air too: in rough air only large changes tell, or a nose together with the throttle,
		// unless both are just the size that counts: two corrections after the air.
		const tells = (kind: Change['kind']) =>
			rough <= ROUGH_AIR ||
			kind === 'power' ||
			(kind === 'pitch' && sizeOf('power') * sizeOf('pitch') >= BOTH_IN_ROUGH_AIR) ||
			sizeOf(kind) >= CLEAR_IN_ROUGH_AIR;
		const kinds = made.filter(tells);
		if (kinds.length < 2) continue;
		const startSeconds = track.timeOf(first.start);
		if (kinds.every((kind) => allowedAt(card, times, startSeconds).includes(kind))) continue;
		const end = Math.max(...together.map((change) => change.end));
		quietUntil = end + window;
		const words = kinds.map((kind) => CHANGE_WORDS[kind]);
		faults.push(
			fault(
				'two-changes-at-once',
				startSeconds,
				track.timeOf(end),
				`You changed ${words.slice(0, -1).join(', ')} and ${words.at(-1)} within ${Math.max(1, Math.round((end - first.start) / track.rateHz))} s at ${formatClock(startSeconds)}.`,
				'Change one thing, wait until the numbers stop moving, then the next.'
			)
		);
	}
	return faults;
}

/** The change from one phase to the next is made about its seam, s: at once, or somewhat before, or somewhat after it. */
const SEAM_SECONDS = { early: 2, atOnce: 6, before: 12, after: 12 };

/** What may change together at a moment: what a phase says, and what going from one phase to the next asks for. */
function allowedAt(card: TaskCard, times: readonly PhaseTimes[], seconds: number): readonly Change['kind'][] {
	const said = times
		.filter(
			({ startSeconds, endSeconds }) => startSeconds - 6 <= seconds && (endSeconds ?? Infinity) + 3 >= seconds
		)
		.flatMap(({ phase }) => card.phases[phase]!.togetherAllowed ?? []);
	// Right after a seam only what it asks for counts: the one that comes next is not asked for yet.
	const now = times.findLast(({ startSeconds }) => startSeconds - SEAM_SECONDS.early <= seconds);
	const next = times.find(({ startSeconds }) => startSeconds - SEAM_SECONDS.early > seconds);
	const since = now ? seconds - now.startSeconds : Infinity;
	const seam =
		since <= SEAM_SECONDS.atOnce
			? now
			: next && next.startSeconds - seconds <= SEAM_SECONDS.before
				? next
				: since <= SEAM_SECONDS.after
					? now
					: undefined;
	return [...said, ...(seam ? askedAtSeam(card, seam.phase) : [])];
}

/**
 * What going over to a phase asks for: nose and power, where a climb or descent begins or ends; wings, where a turn does.
 * Entering a descent by the numbers sets both at once, and the end of a climbing turn levels off and rolls out.
 */
function askedAtSeam(card: TaskCard, index: number): Change['kind'][] {
	const [before, after] = [card.phases[index - 1], card.phases[index]!];
	if (!before) return [];
	const vertical = verticalOf(card, index) !== verticalOf(card, index - 1);
	const turning = ({ targets }: Phase) => targets.bankDeg?.value ?? 0;
	const heading = (one: Phase) => one.targets.headingDeg?.value;
	const turn =
		turning(before) !== turning(after) ||
		(heading(after) !== undefined && heading(before) !== undefined && heading(after) !== heading(before)) ||
		// A turn to a heading that ends in a phase which holds it.
		(endsAtHeading(before) && turning(after) === 0);
	return [...(vertical ? (['pitch', 'power'] as const) : []), ...(turn ? (['bank'] as const) : [])];
}

const endsAtHeading = (phase: Phase): boolean =>
	leavesOf(phase.end).some((leaf) => 'channel' in leaf && leaf.channel === 'indicatedHeadingDeg');

/** −1 in a descent, 1 in a climb, 0 level: by the rate asked for, else by the altitude to be reached. */
function verticalOf(card: TaskCard, index: number): number {
	const { verticalSpeedFpm, altitudeFt } = card.phases[index]!.targets;
	if (verticalSpeedFpm) return Math.sign(verticalSpeedFpm.value);
	if (altitudeFt?.mode !== 'reach') return 0;
	const from = card.phases.slice(0, index).findLast(({ targets }) => targets.altitudeFt !== undefined)
		?.targets.altitudeFt?.value;
	return Math.sign(altitudeFt.value - (from ?? card.start.altitudeFt));
}
