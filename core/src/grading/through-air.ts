import { FEET_PER_NM, toRadians } from '../base/index.js';
import { effectiveColumn, type Track } from '../recording/index.js';
import { soundVerticalSpeedFpm, type Day } from '../world/index.js';
import type { Evidence } from './evidence.js';
import { ROUGH_AIR } from './fault.js';

/**
 * The rate of climb through the air, ft/min: by where the nose pointed and the angle at which the air met the wing. A draught
 * lifts and drops the aeroplane over the ground, and not through the air; what is left of the rate is what was flown.
 * null where attitude, airspeed or angle of attack were not recorded.
 */
export function climbThroughAir(track: Track, day: Day): Float64Array | null {
	const names = ['pitchDeg', 'bankDeg', 'angleOfAttackDeg', 'trueAirspeedKt', 'altitudeFt'] as const;
	if (!names.every((name) => track.has(name))) return null;
	const [pitch, bank, attack, speed, altitude] = names.map((name) => track.column(name));
	return pitch!.map((deg, i) => {
		const climbs = toRadians(deg - attack![i]! * Math.cos(toRadians(bank![i]!)));
		return soundVerticalSpeedFpm(day, altitude![i]!, (speed![i]! * FEET_PER_NM * Math.sin(climbs)) / 60);
	});
}

/**
 * The rate by which descents and level-offs are told, ft/min: that over the ground, and in rough air the mean of it and of
 * that through the air, where that is known. A draught is in the one only, what a pilot does is in both. null where no rate
 * was recorded.
 */
export function rateAsFlown({ card, track, rough }: Evidence): Float64Array | null {
	const rate = effectiveColumn(track, 'verticalSpeedFpm', card.weather);
	const through = rough > ROUGH_AIR ? climbThroughAir(track, card.weather) : null;
	return rate && through ? rate.map((fpm, i) => (fpm + through[i]!) / 2) : rate;
}
