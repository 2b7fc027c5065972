import {
	CONTROL_CHANNELS,
	FAILURE_KINDS,
	type ChannelDefinition,
	type ControlChannel
} from '../aircraft/index.js';
import { MARKERS } from '../world/index.js';

/** Samples a second in a recording. */
export const RECORDING_RATE_HZ = 10;

/** The channels that the flight itself fills: what was so, and what the panel showed. Directions are magnetic. */
const FLIGHT_CHANNELS = {
	northNm: { unit: 'NM', resolution: 0.0001 },
	eastNm: { unit: 'NM', resolution: 0.0001 },
	altitudeFt: { unit: 'ft', resolution: 0.1 },
	indicatedAltitudeFt: { unit: 'ft', resolution: 0.1 },
	verticalSpeedFpm: { unit: 'ft/min', resolution: 1 },
	indicatedVerticalSpeedFpm: { unit: 'ft/min', resolution: 1 },
	indicatedAirspeedKt: { unit: 'kt', resolution: 0.05 },
	trueAirspeedKt: { unit: 'kt', resolution: 0.05 },
	groundspeedKt: { unit: 'kt', resolution: 0.05 },
	trackDeg: { unit: '°', resolution: 0.05 },
	headingDeg: { unit: '°', resolution: 0.05 },
	indicatedHeadingDeg: { unit: '°', resolution: 0.05 },
	pitchDeg: { unit: '°', resolution: 0.02 },
	bankDeg: { unit: '°', resolution: 0.02 },
	turnRateDegPerSecond: { unit: '°/s', resolution: 0.02 },
	slipDeg: { unit: '°', resolution: 0.05 },
	rpm: { unit: '1/min', resolution: 1 },
	flapsDeg: { unit: '°', resolution: 0.1 },
	loadFactor: { unit: '1', resolution: 0.005 },
	angleOfAttackDeg: { unit: '°', resolution: 0.05 },
	indicatedPitchDeg: { unit: '°', resolution: 0.05 },
	indicatedBankDeg: { unit: '°', resolution: 0.05 },
	indicatedTurnRateDegPerSecond: { unit: '°/s', resolution: 0.02 },
	compassDeg: { unit: '°', resolution: 0.2 },
	failures: { unit: 'bits', resolution: 1, bits: FAILURE_KINDS },
	calibratedAirspeedKt: { unit: 'kt', resolution: 0.05 },
	manifoldPressureInHg: { unit: 'inHg', resolution: 0.1 },
	gear: { unit: '0 up to 1 down', resolution: 0.02 },
	fuelL: { unit: 'l', resolution: 0.1 },
	stallWarning: { unit: '1 while the warner sounds', resolution: 1 },
	flightEnd: { unit: 'code', resolution: 1, codes: ['goes on', 'surface', 'overstress', 'overspeed'] },
	nav1Needle: { unit: '1, + course to the right', resolution: 0.005 },
	nav1Flag: { unit: 'code', resolution: 1, codes: ['off', 'to', 'from'] },
	glideNeedle: { unit: '1, + path above', resolution: 0.005 },
	glideValid: { unit: '1 while the glidepath is received', resolution: 1 },
	nav2Needle: { unit: '1, + course to the right', resolution: 0.005 },
	nav2Flag: { unit: 'code', resolution: 1, codes: ['off', 'to', 'from'] },
	pointerDeg: { unit: '° from the nose', resolution: 0.5 },
	pointerValid: { unit: '1 while the pointer tells', resolution: 1 },
	distanceNm: { unit: 'NM, slant; −1 none', resolution: 0.05 },
	marker: { unit: 'code', resolution: 1, codes: MARKERS },
	identified: { unit: 'bits', resolution: 1, bits: ['nav1', 'nav2', 'adf'] },
	rnavNeedle: { unit: '1, + course to the right', resolution: 0.005 },
	rnavScaleNm: { unit: 'NM of full scale; 0 without a leg', resolution: 0.01 }
} as const satisfies Record<string, ChannelDefinition>;

/** A channel of a recording that keeps what the flight did. */
type FlightChannel = keyof typeof FLIGHT_CHANNELS;
/** A channel of today's recordings. */
export type ChannelName = FlightChannel | ControlChannel;

/**
 * The channels of a recording: unit, the smallest step that is kept, and what bits and codes stand for. Values are stored
 * as whole multiples of that step. This is today's edition: a recording carries its own table in its header.
 */
export const CHANNELS: Readonly<Record<ChannelName, ChannelDefinition>> = {
	...FLIGHT_CHANNELS,
	...CONTROL_CHANNELS
};
/** The channels, in the order of the table. */
export const CHANNEL_NAMES = Object.keys(CHANNELS) as ChannelName[];
export const isChannelName = (name: string): name is ChannelName => Object.hasOwn(CHANNELS, name);

/** One sample of all channels, each in its unit. */
export type Sample = Record<ChannelName, number>;

/** Values of all channels at one moment, in the order of the table: what a flight is recorded by. */
export type SampleRow = Float64Array;
/** Where a channel stands in a row. */
export const CHANNEL_INDEX = Object.fromEntries(CHANNEL_NAMES.map((name, i) => [name, i])) as Readonly<
	Record<ChannelName, number>
>;
/** A row of nothing. */
export const emptyRow = (): SampleRow => new Float64Array(CHANNEL_NAMES.length);
/** A row by its names. */
export const sampleOf = (row: SampleRow): Sample =>
	Object.fromEntries(CHANNEL_NAMES.map((name, i) => [name, row[i]])) as Sample;
/** A sample as a row. */
export const rowOf = (sample: Sample): SampleRow => Float64Array.from(CHANNEL_NAMES, (name) => sample[name]);

const RESOLUTIONS = Float64Array.from(CHANNEL_NAMES, (name) => CHANNELS[name].resolution);
/** Brings every value of a row to what the recording keeps of it: the nearest multiple of its channel's step. */
export function keepRow(row: SampleRow): void {
	for (let i = 0; i < row.length; i++) row[i] = Math.round(row[i]! / RESOLUTIONS[i]!) * RESOLUTIONS[i]!;
}
