import { meanOf, runs } from '../../base/index.js';
import { soundAltimeterFt } from '../../world/index.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';

/** An altimeter flown by with a setting that was not the day's. */
export function altimeterNotSet({ card, track, settings }: Evidence): Fault[] {
	if (!track.has('altimeterSettingHpa')) return [];
	const set = track.column('altimeterSettingHpa');
	const { weather } = card;
	const right = weather.seaLevelPressureHpa;
	return runs(
		0,
		track.length,
		settings.settingSeconds * track.rateHz,
		(i) => Math.abs(set[i]! - right) > settings.altimeterOffHpa
	).map(({ from, to }) => {
		const was = meanOf(set, from, to);
		const at = (hPa: number) => soundAltimeterFt(weather, card.start.altitudeFt, hPa);
		const off = Math.round(Math.abs(at(was) - at(right)) / 10) * 10;
		return fault(
			'altimeter-not-set',
			track.timeOf(from),
			track.timeOf(to),
			`The altimeter stood at ${Math.round(was)} hPa, ${Math.round(right)} was the day's: it showed ${off} ft too ${was > right ? 'much, and by it you were that much too low' : 'little, and by it you were that much too high'}.`,
			'Set it with every new pressure that is told, and look whether the height of the field comes out.'
		);
	});
}
