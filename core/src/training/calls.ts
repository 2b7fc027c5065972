import { signedDeg } from '../base/index.js';
import { alongCourse, placeOn, type HoldPath } from '../paths/index.js';
import type { Track } from '../recording/index.js';
import type { Call, TaskCard } from './card.js';
import type { EventSample } from './event-watch.js';
import type { PhaseTimes } from './progress.js';

/** A call that has come due, and when each of its items was ticked. */
export interface DueCall {
	call: Call;
	dueSeconds: number;
	/** null: not yet, or never. */
	tickedSeconds: (number | null)[];
}

/** A place that is passed farther away than this is no passing for a call, NM. */
const PASSING_NM = 1;
const ROLLED_OUT_DEG = 6;
const OUTBOUND_DEG = 60;
/** The same call does not come due twice within this, s. */
const AGAIN_SECONDS = 30;

/**
 * Follows the calls of a card through a flight: one key ticks the oldest open item. What was due before a newer
 * call of the same kind came is left as it is.
 */
export class CallsProgress {
	readonly due: DueCall[] = [];
	private ahead = new Map<string, number>();
	private level = false;
	private ticked = NaN;
	private phase = -1;

	constructor(private readonly card: TaskCard) {}

	/** The call whose items are being ticked now; null where none is open. */
	get open(): DueCall | null {
		return this.due.find(({ tickedSeconds }) => tickedSeconds.includes(null)) ?? null;
	}

	/** @param phase being flown. @param calls ticked so far. */
	add(sample: EventSample, seconds: number, phase: number, calls: number): void {
		if (Number.isNaN(this.ticked)) this.ticked = calls;
		for (const call of this.card.calls ?? [])
			if (this.comesDue(call, sample, phase)) this.begin(call, seconds);
		this.phase = phase;
		this.level = Math.abs(sample.bankDeg) < ROLLED_OUT_DEG;
		for (; this.ticked < calls; this.ticked++) {
			const open = this.open;
			if (!open) continue;
			open.tickedSeconds[open.tickedSeconds.indexOf(null)] = seconds;
		}
	}

	private begin(call: Call, seconds: number): void {
		const before = this.due.findLast((one) => one.call === call);
		if (before && seconds - before.dueSeconds < AGAIN_SECONDS) return;
		this.due.push({ call, dueSeconds: seconds, tickedSeconds: call.items.map(() => null) });
	}

	private comesDue(call: Call, sample: EventSample, phase: number): boolean {
		const { at } = call;
		const { navigation, phases } = this.card;
		if (at.kind === 'phase') return phase !== this.phase && phases[phase]?.id === at.phase;
		if (!navigation || Number.isNaN(sample.northNm)) return false;
		if (at.kind === 'passing') {
			const { northNm, eastNm } = placeOn(navigation, at.aid);
			const { variationDeg } = navigation;
			const { pastNm, distanceNm } = alongCourse(
				{ northNm, eastNm },
				variationDeg,
				sample.trackDeg,
				sample.northNm,
				sample.eastNm
			);
			const before = this.ahead.get(call.id) ?? NaN;
			const now = distanceNm <= PASSING_NM ? -pastNm : NaN;
			this.ahead.set(call.id, now);
			// Abeam on the outbound leg of a hold is no passing: only inbound counts there.
			const path = phases[phase]?.path;
			const inbound =
				path?.kind !== 'hold' || Math.abs(signedDeg(sample.trackDeg - path.inboundCourseDeg)) < 90;
			return inbound && before > 0 && now <= 0;
		}
		const path = phases[phase]?.path;
		if (path?.kind !== 'hold') return false;
		return !this.level && Math.abs(sample.bankDeg) < ROLLED_OUT_DEG && goesOutbound(path, sample);
	}
}

const goesOutbound = (path: HoldPath, { trackDeg }: EventSample): boolean =>
	Math.abs(signedDeg(trackDeg - path.inboundCourseDeg - 180)) < OUTBOUND_DEG;

/** The calls of a recorded flight. */
export function callsOf(card: TaskCard, track: Track, times: readonly PhaseTimes[]): DueCall[] {
	if (!card.calls?.length || !track.has('calls') || !track.has('northNm')) return [];
	const progress = new CallsProgress(card);
	const column = (name: 'calls' | 'northNm' | 'eastNm' | 'trackDeg' | 'bankDeg') => track.column(name);
	const [calls, north, east, direction, bank] = [
		column('calls'),
		column('northNm'),
		column('eastNm'),
		column('trackDeg'),
		column('bankDeg')
	];
	const sample = {} as EventSample;
	let next = 0;
	let phase = -1;
	for (let i = 0; i < track.length; i++) {
		const seconds = track.timeOf(i);
		while (next < times.length && times[next]!.startSeconds <= seconds + 1e-9) phase = times[next++]!.phase;
		sample.northNm = north[i]!;
		sample.eastNm = east[i]!;
		sample.trackDeg = direction[i]!;
		sample.bankDeg = bank[i]!;
		progress.add(sample, seconds, phase, calls[i]!);
	}
	return progress.due;
}
