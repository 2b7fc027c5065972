import type { Evidence } from '../evidence.js';
import { meanOf, median, runningMean } from '../../base/index.js';
import { effectiveColumn, type Track } from '../../recording/index.js';
import { rateAsFlown } from '../rate-as-flown.js';
import { fault, indexAt, ROUGH_AIR, type Fault } from '../fault.js';

/** The rate has been left for good where its mean over this, s to either side, is below this share of it. */
const SLOW_MEAN_SECONDS = 5;
const LEFT_SHARE = 0.65;

/** The power of level flight has come in early where no more than this share of the rate was left from there on. */
const POWERED_SHARE = 0.75;
/** With so much of the rate at the altitude, and so far through it, ft, nobody need ask where it was begun. */
const FULL_SHARE = 0.6;
const FAR_THROUGH_FT = 60;

/** A level-off as it was flown. Indices are samples; feet are those left to its altitude. */
interface LevelOff {
	targetFt: number;
	begun: number;
	/** Its phase is over: the altitude was come to. */
	ended: boolean;
	limit: number;
	/** Begun so far before, by nose or power, and by where the rate had been left for good. */
	leadFt: number;
	leftRateFt: number;
	/** The power of level flight set at one stroke so far before; 0 where it was not. */
	strokeFt: number;
	/** Come to rest on the way so far before; 0 where it was not. */
	restedFt: number;
	/** The rate that was flown, what was left of it at the altitude, and the one that was asked for, ft/min, all positive. */
	flownFpm: number;
	atAltitudeFpm: number;
	askedFpm: number;
	throughFt: number;
	throughAt: number;
	/** Begun where nose or power told, not the rate alone. */
	isSure: boolean;
}

/** The level-offs of a flight, each once. */
function levelOffsFlown(evidence: Evidence): LevelOff[] {
	const { card, track, times, settings, rough } = evidence;
	const raw = effectiveColumn(track, 'verticalSpeedFpm', card.weather);
	// A gust is no level-off: the rate of two seconds tells.
	const rate = raw && runningMean(raw, Math.round(settings.rateMeanSeconds * track.rateHz * 0.5));
	const half = evidence.once(rateAsFlown);
	const flown = half && runningMean(half, Math.round(settings.rateMeanSeconds * track.rateHz * 0.5));
	const slow = half && runningMean(half, Math.round(SLOW_MEAN_SECONDS * track.rateHz));
	const altitude = effectiveColumn(track, 'indicatedAltitudeFt', card.weather);
	if (!rate || !flown || !slow || !altitude) return [];
	return times.flatMap((time, t) => {
		const after = card.phases[time.phase + 1];
		const asked = card.phases[time.phase]!.targets.verticalSpeedFpm?.value;
		const targetFt = after?.targets.altitudeFt?.value;
		if (!asked || targetFt === undefined || after?.targets.verticalSpeedFpm) return [];
		// Who levels off too early may never come to the altitude.
		const { endSeconds } = time;
		const ended = endSeconds !== null;
		const sign = Math.sign(asked);
		const toGo = (i: number): number => sign * (targetFt - altitude[i]!);
		const start = indexAt(track, time.startSeconds);
		const end = ended ? indexAt(track, endSeconds) : track.length - 1;
		const rested = restedAt(altitude, sign, asked, start, end, track.rateHz, rough);
		// The rate that was flown: the median of the first half, so that neither an entry nor a long creep at the end counts;
		// where it came to rest on the way, of all before.
		const entered = rested ?? start + Math.ceil((end - start) / 2);
		const flownFpm = median(Float64Array.from(flown.subarray(start, entered), (fpm) => sign * fpm));
		if (!(flownFpm > 100)) return [];
		const limit = indexAt(track, times[t + 1]?.endSeconds ?? track.seconds);
		// The last time the rate was still nearly full: after it, the level-off.
		let byRate = start;
		for (let i = start; i < limit; i++)
			if (sign * rate[i]! >= settings.levelOffBegunShare * flownFpm) byRate = i;
		// Where the nose tells, it tells better than the rate, which every gust moves.
		// In rough air the throttle tells best: it is moved by nobody but the pilot.
		const isRough = rough > ROUGH_AIR;
		const nose =
			(isRough ? powerAddedAt(track, start, end, limit) : null) ??
			noseMovedAt(track, sign, start, end, limit);
		const begun = nose ?? byRate;
		// Who levels off early goes on at another rate for long: there the rate tells, not the last change of the nose.
		let left = start;
		// Who had gone faster than was asked, and goes as it was, has not left it.
		const leftFpm = LEFT_SHARE * Math.min(flownFpm, Math.abs(asked));
		for (let i = start; i < end; i++) if (sign * slow[i]! >= leftFpm) left = i;
		// In rough air it is the power that tells that, too, where less of the rate was left from there on.
		const powered = isRough || !ended ? powerSettledAt(track, start, end, limit) : left;
		/** Whether it went on from there at nearly the rate of before: power that comes in then is for the speed. */
		const goesOn = (from: number | null): boolean =>
			from !== null &&
			(toGo(from) - toGo(end)) * track.rateHz * 60 > POWERED_SHARE * flownFpm * Math.max(1, end - from);
		const settled = isRough && ended && goesOn(powered) ? null : powered;
		const stroked = isRough ? powerStrokeAt(track, sign, start, end) : null;
		const longAgo = stroked !== null && end - stroked > STROKE_LONG_AGO_SECONDS * track.rateHz;
		const stroke = ended && longAgo && goesOn(stroked) ? null : stroked;
		let [throughFt, throughAt] = [0, begun];
		for (let i = begun; i < limit; i++) if (-toGo(i) > throughFt) [throughFt, throughAt] = [-toGo(i), i];
		let crossing = begun;
		while (crossing > start && toGo(crossing) < 0) crossing--;
		while (crossing < limit - 1 && toGo(crossing) > 0) crossing++;
		return [
			{
				targetFt,
				begun,
				ended,
				limit,
				leadFt: ended ? toGo(begun) : 0,
				leftRateFt: settled === null ? 0 : toGo(settled),
				strokeFt: stroke === null ? 0 : toGo(stroke),
				restedFt: rested === null ? 0 : toGo(rested),
				flownFpm,
				atAltitudeFpm: Math.abs(
					meanOf(rate, Math.max(0, crossing - track.rateHz), Math.min(rate.length, crossing + track.rateHz))
				),
				askedFpm: Math.abs(asked),
				throughFt,
				throughAt,
				isSure: nose !== null
			}
		];
	});
}

/** Level-offs out of a climb or descent: where they were begun against a tenth of the rate. */
function levelOffs(evidence: Evidence): Fault[] {
	const { track, settings, rough } = evidence;
	return levelOffsFlown(evidence).flatMap((one) => {
		const { targetFt, begun, leadFt, leftRateFt, strokeFt, restedFt, flownFpm, throughFt } = one;
		const ruleFt = settings.levelOffRule * flownFpm;
		const earlyFt = settings.earlyShare * ruleFt * Math.sqrt(rough);
		// A rest so long is no gust.
		const isEarly =
			leftRateFt > earlyFt ||
			// No draught sets the power: there the rule needs little room.
			strokeFt >
				Math.max(settings.earlyShare * settings.levelOffRule * one.askedFpm, STROKE_RULES * ruleFt) ||
			restedFt > Math.min(earlyFt, REST_RATES * one.askedFpm);
		// Who stood level far before it has not gone through it for want of a lead.
		const isShort =
			!isEarly &&
			leadFt < (settings.lateShare / rough ** 2) * ruleFt &&
			throughFt >= settings.lateOvershootFt * rough &&
			(one.isSure || (rough <= ROUGH_AIR && one.atAltitudeFpm >= settings.lateRateShare * flownFpm));
		// It came to the altitude with the rate still on; a gust would have left less of it, or not taken it so far.
		const isFull = throughFt >= FAR_THROUGH_FT && one.atAltitudeFpm >= FULL_SHARE * flownFpm;
		const faults: Fault[] = [];
		if (one.ended && (isShort || isFull))
			faults.push(
				fault(
					'late-level-off',
					track.timeOf(begun),
					track.timeOf(one.throughAt),
					isShort
						? `You began to level off ${leadFt >= 0 ? `${Math.round(leadFt)} ft before` : `${Math.round(-leadFt)} ft past`} ${targetFt} ft and went ${Math.round(throughFt)} ft through.`
						: `You came to ${targetFt} ft with ${Math.round(one.atAltitudeFpm / 10) * 10} ft/min still on and went ${Math.round(throughFt)} ft through.`,
					`Begin a tenth of the rate early: ${Math.round(ruleFt)} ft at ${Math.round(flownFpm)} ft/min.`
				)
			);
		if (isEarly || (!isShort && !isFull && leadFt > earlyFt))
			faults.push(
				fault(
					'early-level-off',
					track.timeOf(begun),
					Math.min(track.timeOf(one.limit), track.timeOf(begun) + 10),
					`You began to level off ${Math.round(Math.max(leadFt, leftRateFt, strokeFt, restedFt))} ft before ${targetFt} ft.`,
					`A tenth of the rate is enough: ${Math.round(ruleFt)} ft at ${Math.round(flownFpm)} ft/min.`
				)
			);
		return faults;
	});
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
const REST_SECONDS = 22;
const REST_SHARE = 0.4;
const ENTERED_SECONDS = 25;
/** It is flat from its begin: off that by no more than this on the way, ft. */
const REST_FT = 12;
/** Draughts take it off that by more the rougher it is: 65 ft in light air, 230 in moderate. */
const REST_GROWS = 5;
/** So far before the altitude, ft for each ft/min that was asked for, however fast the way there was. */
const REST_RATES = 0.3;

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
	const isFlat = (i: number): boolean =>
		[0.25, 0.5, 0.75, 1].every(
			(part) =>
				sign * (altitude[i + Math.round(part * long)]! - altitude[i]!) <
				part * most + (1 - part) * REST_FT * rough ** REST_GROWS
		);
	for (let i = start + ENTERED_SECONDS * rateHz; i + long < end; i++) if (isFlat(i)) return i;
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

/** A stroke of the throttle that is more than a correction, within so long, and left so for so long, s. */
const STROKE = 0.2;
const STROKE_SECONDS = 4;
const STROKE_LEFT_SECONDS = 8;
/** One so long before its altitude, s, may have been for the speed: where the way went on as before. */
const STROKE_LONG_AGO_SECONDS = 30;
/** Such a stroke is early at so many times the lead of the rate that was flown. */
const STROKE_RULES = 2;

/** Where the throttle went at one stroke from a climb or descent toward level flight, and was left there; null where it did not. */
function powerStrokeAt(track: Track, sign: number, start: number, end: number): number | null {
	if (!track.has('throttle')) return null;
	const { rateHz } = track;
	const throttle = track.column('throttle');
	const [long, left] = [STROKE_SECONDS * rateHz, STROKE_LEFT_SECONDS * rateHz];
	const moved = (from: number, to: number) => -sign * (throttle[to]! - throttle[from]!);
	for (let i = start + ENTERED_SECONDS * rateHz; i + long + left < Math.min(end, track.length); i++)
		if (moved(i, i + long) >= STROKE && moved(i, i + long + left) >= STROKE) return i;
	return null;
}

/** It has come in for good where no less than this share of it was left afterwards. */
const SETTLED_SHARE = 0.65;

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
	while (settled > start && made(settled - 1) >= SETTLED_SHARE) settled--;
	return settled;
}

/** Level-offs begun with less than the lead that the rate asks for. */
export const lateLevelOff = (evidence: Evidence): Fault[] =>
	evidence.once(levelOffs).filter(({ kind }) => kind === 'late-level-off');
/** Level-offs begun with much more than that. */
export const earlyLevelOff = (evidence: Evidence): Fault[] =>
	evidence.once(levelOffs).filter(({ kind }) => kind === 'early-level-off');
