import type { Evidence } from '../evidence.js';
import { meanOf, runningMean } from '../../base/index.js';
import { effectiveColumn, type Track } from '../../recording/index.js';
import { fault, indexAt, ROUGH_AIR, type Fault } from '../fault.js';

/** The rate has been left for good where its mean over this, s to either side, is below this share of it. */
const SLOW_MEAN_SECONDS = 5;
const LEFT_SHARE = 0.65;

/** Level-offs out of a climb or descent: where they were begun against a tenth of the rate. */
function levelOffs({ card, track, times, settings, rough }: Evidence): Fault[] {
	const raw = effectiveColumn(track, 'verticalSpeedFpm', card.weather);
	// A gust is no level-off: the rate of two seconds tells.
	const rate = raw && runningMean(raw, Math.round(settings.rateMeanSeconds * track.rateHz * 0.5));
	const slow = raw && runningMean(raw, Math.round(SLOW_MEAN_SECONDS * track.rateHz));
	const altitude = effectiveColumn(track, 'indicatedAltitudeFt', card.weather);
	if (!rate || !slow || !altitude) return [];
	const faults: Fault[] = [];
	times.forEach((time, t) => {
		const phase = card.phases[time.phase]!;
		const after = card.phases[time.phase + 1];
		const asked = phase.targets.verticalSpeedFpm?.value;
		const target = after?.targets.altitudeFt?.value;
		if (!asked || target === undefined || after?.targets.verticalSpeedFpm) return;
		// Who levels off too early may never come to the altitude.
		const { endSeconds } = time;
		const ended = endSeconds !== null;
		const sign = Math.sign(asked);
		const start = indexAt(track, time.startSeconds);
		const end = ended ? indexAt(track, endSeconds) : track.length - 1;
		const rested =
			rough > ROUGH_AIR ? restedAt(altitude, sign, asked, start, end, track.rateHz, rough) : null;
		// The rate that was flown: the median of the first half, so that neither an entry nor a long creep at the end counts;
		// where it came to rest on the way, of all before.
		const rates = Float64Array.from(
			rate.subarray(start, rested ?? start + Math.ceil((end - start) / 2)),
			(value) => sign * value
		).sort();
		const flown = rates[rates.length >> 1] ?? 0;
		if (!(flown > 100)) return;
		const limit = indexAt(track, times[t + 1]?.endSeconds ?? track.seconds);
		let begun = start;
		// The last time the rate was still nearly full: after it, the level-off.
		for (let i = start; i < limit; i++) if (sign * rate[i]! >= settings.levelOffBegunShare * flown) begun = i;
		// Where the nose tells, it tells better than the rate, which every gust moves.
		// In rough air the throttle tells best: it is moved by nobody but the pilot.
		const nose =
			(rough > ROUGH_AIR ? powerAddedAt(track, start, end, limit) : null) ??
			noseMovedAt(track, sign, start, end, limit);
		// Who levels off early goes on at another rate for long: there the rate tells, not the last change of the nose.
		let left = start;
		for (let i = start; i < end; i++) if (sign * slow[i]! >= LEFT_SHARE * flown) left = i;
		// In rough air it is the power that tells that, too.
		const settled = rough > ROUGH_AIR || !ended ? powerSettledAt(track, start, end, limit) : left;
		const restedFt = rested === null ? 0 : sign * (target - altitude[rested]!);
		const leftRateFt = Math.max(settled === null ? 0 : sign * (target - altitude[settled]!), restedFt);
		begun = nose ?? begun;
		const leadFt = ended ? sign * (target - altitude[begun]!) : 0;
		const ruleFt = settings.levelOffRule * flown;
		let through = 0;
		let throughAt = begun;
		for (let i = begun; i < limit; i++) {
			const past = sign * (altitude[i]! - target);
			if (past > through) {
				through = past;
				throughAt = i;
			}
		}
		// Late means that it came to the altitude with the rate still on, not that a gust took it through.
		let crossing = begun;
		while (crossing > start && sign * (altitude[crossing]! - target) > 0) crossing--;
		while (crossing < limit - 1 && sign * (altitude[crossing]! - target) < 0) crossing++;
		const about = rate.subarray(Math.max(0, crossing - track.rateHz), crossing + track.rateHz);
		const atAltitude = Math.abs(about.reduce((sum, value) => sum + value, 0) / Math.max(1, about.length));
		const earlyFt = settings.earlyShare * ruleFt * Math.sqrt(rough);
		// Who stood level far before it has not gone through it for want of a lead.
		if (
			ended &&
			restedFt <= earlyFt &&
			leadFt < (settings.lateShare / rough ** 2) * ruleFt &&
			through >= settings.lateOvershootFt * rough &&
			(nose !== null || atAltitude >= settings.lateRateShare * flown)
		)
			faults.push(
				fault(
					'late-level-off',
					track.timeOf(begun),
					track.timeOf(throughAt),
					`You began to level off ${leadFt >= 0 ? `${Math.round(leadFt)} ft before` : `${Math.round(-leadFt)} ft past`} ${target} ft and went ${Math.round(through)} ft through.`,
					`Begin a tenth of the rate early: ${Math.round(ruleFt)} ft at ${Math.round(flown)} ft/min.`
				)
			);
		else if (Math.max(leadFt, leftRateFt) > earlyFt)
			faults.push(
				fault(
					'early-level-off',
					track.timeOf(begun),
					Math.min(track.timeOf(limit), track.timeOf(begun) + 10),
					`You began to level off ${Math.round(Math.max(leadFt, leftRateFt))} ft before ${target} ft.`,
					`A tenth of the rate is enough: ${Math.round(ruleFt)} ft at ${Math.round(flown)} ft/min.`
				)
			);
	});
	return faults;
}

/** Least change of attitude of a level-off that can be told from a gust, degrees. */
const NOSE_CHANGE_DEG = 1.5;

/**
 * Where the nose began to go from the attitude of the climb or descent to that of level flight; null
 * where the two are too near each other, or the other way round.
 */
function noseMovedAt(track: Track, sign: number, start: number, end: number, limit: number): number | null {
	if (!track.has('pitchDeg')) return null;
	const { rateHz } = track;
	const pitch = runningMean(track.column('pitchDeg'), Math.round(0.7 * rateHz));
	const mean = (from: number, to: number) => {
		const part = pitch.subarray(Math.max(0, from), Math.max(1, Math.min(to, track.length)));
		return part.reduce((sum, value) => sum + value, 0) / Math.max(1, part.length);
	};
	const before = mean(Math.max(start, end - 25 * rateHz), end - 5 * rateHz);
	const after = mean(end + 10 * rateHz, Math.min(limit, end + 25 * rateHz));
	if (!(sign * (before - after) >= NOSE_CHANGE_DEG) || end - start < 15 * rateHz) return null;
	const made = (i: number) => (pitch[i]! - before) / (after - before);
	let there = Math.max(start, end - 5 * rateHz);
	while (there < limit - 1 && made(there) < 0.6) there++;
	let begun = there;
	while (begun > start && made(begun) > 0.4) begun--;
	return begun;
}

/**
 * Level for so long on the way, s, at no more than this share of the rate that was asked for, once it has been entered, s: for
 * each whole of roughness longer, and flatter.
 */
const REST_SECONDS = 33;
const REST_SHARE = 0.4;
const ENTERED_SECONDS = 25;

/** Where a climb or descent came to rest on its way; null where it went on. */
function restedAt(
	altitude: Float64Array,
	sign: number,
	askedFpm: number,
	start: number,
	end: number,
	rateHz: number,
	rough: number
): number | null {
	const seconds = REST_SECONDS * rough;
	const most = ((REST_SHARE / rough) * Math.abs(askedFpm) * seconds) / 60;
	const long = Math.round(seconds * rateHz);
	for (let i = start + ENTERED_SECONDS * rateHz; i + long < end; i++)
		if (sign * (altitude[i + long]! - altitude[i]!) < most) return i;
	return null;
}

/** Least change of the throttle that belongs to a level-off out of a descent. */
const LEVEL_POWER_CHANGE = 0.12;
/** It is there when this share of it has come in: the first of it may be a correction on the way. */
const POWER_THERE = 0.6;

/** Where most of the power of level flight had come in after a descent; null where none did. */
function powerAddedAt(track: Track, start: number, end: number, limit: number): number | null {
	if (!track.has('throttle') || end - start < 15 * track.rateHz) return null;
	const { rateHz } = track;
	const throttle = track.column('throttle');
	const mean = (from: number, to: number) => {
		const part = throttle.subarray(Math.max(0, from), Math.max(1, Math.min(to, track.length)));
		return part.reduce((sum, value) => sum + value, 0) / Math.max(1, part.length);
	};
	const before = mean(Math.max(start, end - 20 * rateHz), end - 3 * rateHz);
	const after = mean(end + 10 * rateHz, Math.min(limit, end + 25 * rateHz));
	if (after - before < LEVEL_POWER_CHANGE) return null;
	let there = Math.max(start, end - 3 * rateHz);
	while (there < limit - 1 && throttle[there]! < before + POWER_THERE * (after - before)) there++;
	return there;
}

/** Where the power of level flight had come in for good, though the altitude was not there yet; null where none did. */
function powerSettledAt(track: Track, start: number, end: number, limit: number): number | null {
	if (!track.has('throttle') || end - start < 30 * track.rateHz) return null;
	const { rateHz } = track;
	const throttle = track.column('throttle');
	const before = meanOf(throttle, start + 5 * rateHz, (start + end) >> 1);
	// Where the altitude never came the end of the flight is level flight.
	const [from, to] =
		end + 10 * rateHz < limit ? [end + 5 * rateHz, end + 25 * rateHz] : [end - 20 * rateHz, end];
	const after = meanOf(throttle, from, Math.min(limit, to));
	if (Math.abs(after - before) < LEVEL_POWER_CHANGE) return null;
	const made = (i: number) => (throttle[i]! - before) / (after - before);
	let settled = end;
	while (settled > start && made(settled - 1) >= 0.5) settled--;
	return settled;
}

/** Level-offs begun with less than the lead that the rate asks for. */
export const lateLevelOff = (evidence: Evidence): Fault[] =>
	evidence.once(levelOffs).filter(({ kind }) => kind === 'late-level-off');
/** Level-offs begun with much more than that. */
export const earlyLevelOff = (evidence: Evidence): Fault[] =>
	evidence.once(levelOffs).filter(({ kind }) => kind === 'early-level-off');
