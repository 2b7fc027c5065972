import { runningMean } from '../../base/index.js';
import { effectiveColumn, type Track } from '../../recording/index.js';
import { standardDay } from '../../world/index.js';
import type { ScanCondition } from './schools.js';

/** Thresholds of what the aeroplane is doing, for the scan: half the standard rate, and so on. */
const TURNING_DEG_PER_SECOND = 1;
const CLIMBING_FPM = 200;
const SPEED_CHANGE_KT = 3;
const BANK_CHANGE_DEG = 5;
const STEADY_SECONDS = 8;
/** Over this time about a moment the changes are taken, s. */
const ABOUT_SECONDS = 2;

/** What an aeroplane was doing, by the time of its recording, ms. */
export function conditionsOf(track: Track): (atMs: number) => ScanCondition {
	const column = (name: Parameters<Track['column']>[0]) => (track.has(name) ? track.column(name) : null);
	// What a gust does is no turn and no climb: means of some seconds tell.
	const steadied = (values: Float64Array | null) =>
		values && runningMean(values, Math.round(STEADY_SECONDS * track.rateHz * 0.5));
	const turn = steadied(column('turnRateDegPerSecond'));
	const climb = steadied(column('verticalSpeedFpm'));
	const speed = effectiveColumn(track, 'indicatedAirspeedKt', standardDay);
	const bank = column('bankDeg');
	const about = Math.round(ABOUT_SECONDS * track.rateHz);
	const change = (values: Float64Array | null, i: number) =>
		values ? Math.abs(values[Math.min(track.length - 1, i + about)]! - values[Math.max(0, i - about)]!) : 0;
	return (atMs) => {
		const i = Math.min(track.length - 1, Math.max(0, Math.round((atMs / 1000) * track.rateHz)));
		if (track.length === 0) return 'level';
		if (change(speed, i) > SPEED_CHANGE_KT || change(bank, i) > BANK_CHANGE_DEG) return 'transition';
		if (turn && Math.abs(turn[i]!) > TURNING_DEG_PER_SECOND) return 'turn';
		if (climb && Math.abs(climb[i]!) > CLIMBING_FPM) return 'climb-or-descent';
		return 'level';
	};
}
