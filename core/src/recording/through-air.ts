import { FEET_PER_NM, toRadians } from '../base/index.js';
import { soundVerticalSpeedFpm, type Day } from '../world/index.js';
import type { Track } from './track.js';

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
