import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { AltitudeFt, METRES_PER_FT, MPS_PER_KT } from '../base/index.js';

// The International Standard Atmosphere, ICAO Doc 7488: constants and the two lowest layers.
const SEA_LEVEL_TEMPERATURE_K = 288.15;
/** ISA pressure at sea level, Pa (ISO 2533). */
export const SEA_LEVEL_PRESSURE_PA = 101325;
const LAPSE_K_PER_M = 0.0065;
const GAS_CONSTANT = 287.053;
const GAMMA = 1.4;
const TROPOPAUSE_M = 11000;
const G0 = 9.80665;
const PRESSURE_EXPONENT = G0 / (LAPSE_K_PER_M * GAS_CONSTANT);
const TROPOPAUSE_TEMPERATURE_K = SEA_LEVEL_TEMPERATURE_K - LAPSE_K_PER_M * TROPOPAUSE_M;
const TROPOPAUSE_PRESSURE_RATIO = Math.pow(
	TROPOPAUSE_TEMPERATURE_K / SEA_LEVEL_TEMPERATURE_K,
	PRESSURE_EXPONENT
);
/** ISA density at sea level, kg/m³ (ISO 2533). */
export const SEA_LEVEL_DENSITY = SEA_LEVEL_PRESSURE_PA / (GAS_CONSTANT * SEA_LEVEL_TEMPERATURE_K);
const SEA_LEVEL_SOUND_MPS = Math.sqrt(GAMMA * GAS_CONSTANT * SEA_LEVEL_TEMPERATURE_K);

/** Standard temperature, K, at a pressure altitude, m (−1000 to 20 000). */
const standardTemperatureK = (altitudeM: number): number =>
	altitudeM < TROPOPAUSE_M ? SEA_LEVEL_TEMPERATURE_K - LAPSE_K_PER_M * altitudeM : TROPOPAUSE_TEMPERATURE_K;

/** A positive number to a power: half again as quick as the general power, and as exact to the last digit or two. */
const power = (base: number, exponent: number): number => Math.exp(exponent * Math.log(base));

/** Static pressure over sea-level standard pressure at a pressure altitude, m (−1000 to 20 000). */
export const pressureRatioAt = (altitudeM: number): number =>
	altitudeM < TROPOPAUSE_M
		? power(standardTemperatureK(altitudeM) / SEA_LEVEL_TEMPERATURE_K, PRESSURE_EXPONENT)
		: TROPOPAUSE_PRESSURE_RATIO *
			Math.exp((-G0 * (altitudeM - TROPOPAUSE_M)) / (GAS_CONSTANT * TROPOPAUSE_TEMPERATURE_K));

/** Pressure altitude, m, of a static pressure given as a ratio to standard sea level. */
export const pressureAltitudeM = (ratio: number): number =>
	ratio > TROPOPAUSE_PRESSURE_RATIO
		? (SEA_LEVEL_TEMPERATURE_K * (1 - power(ratio, 1 / PRESSURE_EXPONENT))) / LAPSE_K_PER_M
		: TROPOPAUSE_M -
			(Math.log(ratio / TROPOPAUSE_PRESSURE_RATIO) * GAS_CONSTANT * TROPOPAUSE_TEMPERATURE_K) / G0;

/** Altitude, m, at which the standard atmosphere has this density (as a ratio to sea level). */
export function densityAltitudeM(densityRatio: number): number {
	const tropopauseDensityRatio =
		(TROPOPAUSE_PRESSURE_RATIO * SEA_LEVEL_TEMPERATURE_K) / TROPOPAUSE_TEMPERATURE_K;
	return densityRatio > tropopauseDensityRatio
		? (SEA_LEVEL_TEMPERATURE_K * (1 - Math.pow(densityRatio, 1 / (PRESSURE_EXPONENT - 1)))) / LAPSE_K_PER_M
		: TROPOPAUSE_M -
				(Math.log(densityRatio / tropopauseDensityRatio) * GAS_CONSTANT * TROPOPAUSE_TEMPERATURE_K) / G0;
}

/** x to the power of 3.5, without a general power. */
const toSevenHalves = (x: number): number => x * x * x * Math.sqrt(x);

/** Impact pressure, Pa, that a calibrated airspeed stands for (subsonic compressible pitot formula). */
export function impactPressurePa(calibratedMps: number): number {
	const mach = calibratedMps / SEA_LEVEL_SOUND_MPS;
	return SEA_LEVEL_PRESSURE_PA * (toSevenHalves(1 + 0.2 * mach * mach) - 1);
}

/** Calibrated airspeed, m/s, from impact pressure, Pa; never negative. */
export function calibratedFromImpactMps(impactPa: number): number {
	if (impactPa <= 0) return 0;
	return SEA_LEVEL_SOUND_MPS * Math.sqrt(5 * (power(impactPa / SEA_LEVEL_PRESSURE_PA + 1, 2 / 7) - 1));
}

/** Impact pressure, Pa, from true airspeed in air of a static pressure, Pa, and temperature, K. */
export function impactFromTruePa(trueMps: number, staticPa: number, temperatureK: number): number {
	const machSquared = (trueMps * trueMps) / (GAMMA * GAS_CONSTANT * temperatureK);
	return staticPa * (toSevenHalves(1 + 0.2 * machSquared) - 1);
}

/** True airspeed, m/s, from impact pressure, Pa, static pressure, Pa, and static temperature, K. */
export function trueFromImpactMps(impactPa: number, staticPa: number, temperatureK: number): number {
	if (impactPa <= 0) return 0;
	return Math.sqrt(5 * GAMMA * GAS_CONSTANT * temperatureK * (Math.pow(impactPa / staticPa + 1, 2 / 7) - 1));
}

export interface Air {
	staticPa: number;
	temperatureK: number;
	densityKgM3: number;
	pressureAltitudeM: number;
}

/**
 * The air at an altitude when sea-level pressure and temperature are off standard: everywhere the
 * offset warmer than the standard atmosphere has it at the same pressure. A warm column is stretched,
 * dh = (1 + ΔT/T) dh_p, so an altimeter set to the local pressure reads low in it, and high in a cold
 * one, by about 4 % for each 10 °C. Without an offset it reads the altitude itself.
 * Source: ICAO Doc 8168, Vol. I, temperature corrections; hydrostatic equation in the troposphere.
 */
export function airAt(altitudeM: number, seaLevelPressureHpa: number, temperatureOffsetC: number): Air {
	const air = { staticPa: 0, temperatureK: 0, densityKgM3: 0, pressureAltitudeM: 0 };
	airOver(groundPressureAltitudeM(seaLevelPressureHpa), altitudeM, temperatureOffsetC, air);
	return air;
}

/** Pressure altitude, m, of the sea level of a day. */
export const groundPressureAltitudeM = (seaLevelPressureHpa: number): number =>
	pressureAltitudeM((seaLevelPressureHpa * 100) / SEA_LEVEL_PRESSURE_PA);

/** The same over a sea level whose pressure altitude, m, is known: what a flight asks for at every step. */
export function airOver(ground: number, altitudeM: number, temperatureOffsetC: number, out: Air): void {
	let pressureAltitude = ground + altitudeM;
	if (temperatureOffsetC !== 0) {
		// Newton's method: the curve is so nearly straight that the third step changes nothing.
		for (let i = 0; i < 3; i++) {
			const stretch = 1 + temperatureOffsetC / standardTemperatureK(pressureAltitude);
			pressureAltitude -= (columnM(ground, pressureAltitude, temperatureOffsetC) - altitudeM) / stretch;
		}
	}
	const staticPa = SEA_LEVEL_PRESSURE_PA * pressureRatioAt(pressureAltitude);
	const temperatureK = standardTemperatureK(pressureAltitude) + temperatureOffsetC;
	out.staticPa = staticPa;
	out.temperatureK = temperatureK;
	out.densityKgM3 = staticPa / (GAS_CONSTANT * temperatureK);
	out.pressureAltitudeM = pressureAltitude;
}

/** Height, m, over which a column from the ground's pressure altitude to another one reaches. */
const columnM = (groundM: number, pressureAltitude: number, temperatureOffsetC: number): number =>
	pressureAltitude -
	groundM +
	(temperatureOffsetC / LAPSE_K_PER_M) *
		Math.log(standardTemperatureK(groundM) / standardTemperatureK(pressureAltitude));

/** Altitude, ft, at which an altimeter set to the sea-level pressure reads an altitude, ft, on such a day. */
export function trueAltitudeFt(
	indicatedFt: number,
	seaLevelPressureHpa: number,
	temperatureOffsetC: number
): number {
	const ground = pressureAltitudeM((seaLevelPressureHpa * 100) / SEA_LEVEL_PRESSURE_PA);
	return columnM(ground, ground + indicatedFt * METRES_PER_FT, temperatureOffsetC) / METRES_PER_FT;
}

/** The setting that was asked for last, and what it stands for: it is turned seldom and asked for at every step. */
let lastSettingHpa = NaN;
let lastSettingM = 0;

/** What an altimeter shows, ft, for a static pressure, Pa, and its setting, hPa. */
export function altimeterFt(staticPa: number, settingHpa: number): number {
	if (settingHpa !== lastSettingHpa) {
		lastSettingHpa = settingHpa;
		lastSettingM = groundPressureAltitudeM(settingHpa);
	}
	return (pressureAltitudeM(staticPa / SEA_LEVEL_PRESSURE_PA) - lastSettingM) / METRES_PER_FT;
}

/** The air of a day, as far as it decides what instruments make of it. */
export interface Day {
	seaLevelPressureHpa: number;
	temperatureOffsetC: number;
}

/** The standard day: ISA at sea level. */
export const standardDay: Readonly<Day> = { seaLevelPressureHpa: 1013.25, temperatureOffsetC: 0 };

/** What a sound altimeter shows, ft, at a true altitude, ft, with its setting, hPa, in the air of a day. */
export const soundAltimeterFt = (
	{ seaLevelPressureHpa, temperatureOffsetC }: Day,
	altitudeFt: number,
	settingHpa: number
): number =>
	altimeterFt(
		airAt(altitudeFt * METRES_PER_FT, seaLevelPressureHpa, temperatureOffsetC).staticPa,
		settingHpa
	);

/**
 * What a sound vertical speed indicator would show without its lag, ft/min, at a true rate of climb, ft/min: it counts
 * pressure, and in air off standard a foot of it is not a foot. Source: hydrostatic equation, dh_p / dh = T_std / T.
 */
export function soundVerticalSpeedFpm(
	{ seaLevelPressureHpa, temperatureOffsetC }: Day,
	altitudeFt: number,
	verticalSpeedFpm: number
): number {
	if (temperatureOffsetC === 0) return verticalSpeedFpm;
	const air = airAt(altitudeFt * METRES_PER_FT, seaLevelPressureHpa, temperatureOffsetC);
	return (verticalSpeedFpm * standardTemperatureK(air.pressureAltitudeM)) / air.temperatureK;
}

/** Air and calibrated airspeed: pressure altitude in ft, temperature in °C, speed in kt. */
export const AtmosphereInput = Type.Object(
	{
		pressureAltitudeFt: AltitudeFt,
		outsideAirTempC: Type.Number({ minimum: -100, maximum: 70, description: 'static, °C' }),
		calibratedAirspeedKt: Type.Number({ minimum: 0, maximum: 600, description: 'kt' })
	},
	{ additionalProperties: false }
);
export type AtmosphereInput = Static<typeof AtmosphereInput>;

/** True airspeed in kt, density altitude in ft, Mach number and the thumb rules. */
export const AtmosphereOutput = Type.Object({
	trueAirspeedKt: Type.Number({ description: 'kt' }),
	densityAltitudeFt: Type.Number({ description: 'ft' }),
	pressureRatio: Type.Number(),
	densityRatio: Type.Number(),
	isaTempC: Type.Number({ description: '°C' })
});
export type AtmosphereOutput = Static<typeof AtmosphereOutput>;

/**
 * True airspeed, density altitude and ratios from what the panel shows. Valid below Mach 1 and
 * 65 000 ft. Source: ICAO Doc 7488; compressible pitot formula with γ = 1.4.
 */
export function solveAtmosphere(input: AtmosphereInput): AtmosphereOutput {
	const altitudeM = input.pressureAltitudeFt * METRES_PER_FT;
	const temperatureK = input.outsideAirTempC + 273.15;
	const pressureRatio = pressureRatioAt(altitudeM);
	const densityRatio = (pressureRatio * SEA_LEVEL_TEMPERATURE_K) / temperatureK;
	const trueMps = trueFromImpactMps(
		impactPressurePa(input.calibratedAirspeedKt * MPS_PER_KT),
		pressureRatio * SEA_LEVEL_PRESSURE_PA,
		temperatureK
	);
	return {
		trueAirspeedKt: trueMps / MPS_PER_KT,
		densityAltitudeFt: densityAltitudeM(densityRatio) / METRES_PER_FT,
		pressureRatio,
		densityRatio,
		isaTempC: standardTemperatureK(altitudeM) - 273.15
	};
}
