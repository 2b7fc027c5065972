import { Type } from '@sinclair/typebox';
import { InputError, parse } from '../validation/index.js';
import type { RadioSettings } from '../radio/settings.js';
import type { AssistLevel, ControlInputs } from './controls.js';
import type { Flight } from './flight.js';

/** Samples a second in a recording. */
export const RECORDING_RATE_HZ = 10;

/**
 * The channels of a recording, in order: unit and the smallest step that is kept. Values are stored
 * as whole multiples of that step. Directions are magnetic.
 */
export const CHANNELS = {
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
	throttle: { unit: '1', resolution: 0.002 },
	elevatorInput: { unit: '1', resolution: 0.002 },
	aileronInput: { unit: '1', resolution: 0.002 },
	rudderInput: { unit: '1', resolution: 0.002 },
	trim: { unit: '1', resolution: 0.002 },
	flapsDeg: { unit: '°', resolution: 0.1 },
	loadFactor: { unit: '1', resolution: 0.005 },
	angleOfAttackDeg: { unit: '°', resolution: 0.05 },
	altimeterSettingHpa: { unit: 'hPa', resolution: 0.1 },
	assist: { unit: '0 direct, 1 attitude held', resolution: 1 },
	indicatedPitchDeg: { unit: '°', resolution: 0.05 },
	indicatedBankDeg: { unit: '°', resolution: 0.05 },
	indicatedTurnRateDegPerSecond: { unit: '°/s', resolution: 0.02 },
	compassDeg: { unit: '°', resolution: 0.2 },
	failures: { unit: 'bits, in the order of FAILURE_KINDS', resolution: 1 },
	covered: { unit: 'bits, in the order of INSTRUMENTS', resolution: 1 },
	calibratedAirspeedKt: { unit: 'kt', resolution: 0.05 },
	manifoldPressureInHg: { unit: 'inHg', resolution: 0.1 },
	propellerInput: { unit: '1', resolution: 0.005 },
	mixtureInput: { unit: '1', resolution: 0.005 },
	gear: { unit: '0 up to 1 down', resolution: 0.02 },
	fuelL: { unit: 'l', resolution: 0.1 },
	named: { unit: 'bits, in the order of FAILURE_KINDS', resolution: 1 },
	byInstructor: { unit: '1 while the instructor has the controls', resolution: 1 },
	alternateStatic: { unit: '1 while the alternate static source is open', resolution: 1 },
	stallWarning: { unit: '1 while the warner sounds', resolution: 1 },
	nav1MHz: { unit: 'MHz', resolution: 0.01 },
	nav1CourseDeg: { unit: '°', resolution: 0.5 },
	nav1Needle: { unit: '1, + course to the right', resolution: 0.005 },
	nav1Flag: { unit: '0 off, 1 to, 2 from', resolution: 1 },
	glideNeedle: { unit: '1, + path above', resolution: 0.005 },
	glideValid: { unit: '1 while the glidepath is received', resolution: 1 },
	nav2MHz: { unit: 'MHz', resolution: 0.01 },
	nav2CourseDeg: { unit: '°', resolution: 0.5 },
	nav2Needle: { unit: '1, + course to the right', resolution: 0.005 },
	nav2Flag: { unit: '0 off, 1 to, 2 from', resolution: 1 },
	adfKHz: { unit: 'kHz', resolution: 1 },
	pointerDeg: { unit: '° from the nose', resolution: 0.5 },
	pointerValid: { unit: '1 while the pointer tells', resolution: 1 },
	pointerSource: { unit: '0 nav1, 1 nav2, 2 adf', resolution: 1 },
	distanceNm: { unit: 'NM, slant; −1 none', resolution: 0.05 },
	marker: { unit: '0 none, 1 outer, 2 middle, 3 inner', resolution: 1 },
	identified: { unit: 'bits: 1 nav1, 2 nav2, 4 adf', resolution: 1 },
	rnavNeedle: { unit: '1, + course to the right', resolution: 0.005 },
	rnavScaleNm: { unit: 'NM of full scale; 0 without a leg', resolution: 0.01 },
	needleSource: { unit: '0 the first receiver, 1 the RNAV unit', resolution: 1 },
	calls: { unit: 'calls ticked so far', resolution: 1 },
	marks: { unit: 'positions said so far', resolution: 1 },
	markNorthNm: { unit: 'NM', resolution: 0.01 },
	markEastNm: { unit: 'NM', resolution: 0.01 },
	line1NorthNm: { unit: 'NM', resolution: 0.001 },
	line1EastNm: { unit: 'NM', resolution: 0.001 },
	line1Deg: { unit: '° of the radial drawn; −1 none', resolution: 0.1 },
	line2NorthNm: { unit: 'NM', resolution: 0.001 },
	line2EastNm: { unit: 'NM', resolution: 0.001 },
	line2Deg: { unit: '° of the radial drawn; −1 none', resolution: 0.1 }
} as const satisfies Record<string, { unit: string; resolution: number }>;

export type ChannelName = keyof typeof CHANNELS;
export const CHANNEL_NAMES = Object.keys(CHANNELS) as ChannelName[];
export const isChannelName = (name: string): name is ChannelName => Object.hasOwn(CHANNELS, name);

export type Sample = Record<ChannelName, number>;

const POINTER_CODE: Record<RadioSettings['pointer'], number> = { nav1: 0, nav2: 1, adf: 2 };
const ASSIST_CODE: Record<AssistLevel, number> = { direct: 0, attitude: 1 };

/** A value as the recording keeps it: the nearest multiple of the channel's step. */
const kept = (name: ChannelName, value: number): number =>
	Math.round(value / CHANNELS[name].resolution) * CHANNELS[name].resolution;

/** One sample of a flight, rounded as the recording keeps it, so that live and stored agree. */
export function sampleFlight(flight: Flight, inputs: ControlInputs): Sample {
	const truth = flight.truth();
	const { panel } = flight;
	const { radios } = inputs;
	const radio = flight.radio;
	const [one, two] = inputs.mark.lines ?? [];
	const sample: Sample = {
		northNm: truth.northNm,
		eastNm: truth.eastNm,
		altitudeFt: truth.altitudeFt,
		indicatedAltitudeFt: panel.altimeterFt,
		verticalSpeedFpm: truth.verticalSpeedFpm,
		indicatedVerticalSpeedFpm: panel.verticalSpeedFpm,
		indicatedAirspeedKt: panel.airspeedKias,
		trueAirspeedKt: truth.trueAirspeedKt,
		groundspeedKt: truth.groundspeedKt,
		trackDeg: truth.trackDeg,
		headingDeg: truth.headingDeg,
		indicatedHeadingDeg: panel.headingDeg,
		pitchDeg: truth.pitchDeg,
		bankDeg: truth.bankDeg,
		turnRateDegPerSecond: truth.turnRateDegPerSecond,
		slipDeg: truth.slipDeg,
		rpm: truth.rpm,
		throttle: inputs.throttle,
		elevatorInput: inputs.elevator,
		aileronInput: inputs.aileron,
		rudderInput: inputs.rudder,
		trim: inputs.trim,
		flapsDeg: flight.surfaces.flapsDeg,
		loadFactor: truth.loadFactor,
		angleOfAttackDeg: truth.angleOfAttackDeg,
		altimeterSettingHpa: inputs.altimeterSettingHpa,
		assist: ASSIST_CODE[flight.setup.assist],
		indicatedPitchDeg: panel.pitchDeg,
		indicatedBankDeg: panel.bankDeg,
		indicatedTurnRateDegPerSecond: panel.turnRateDegPerSecond,
		compassDeg: panel.compassDeg,
		failures: flight.failureMask,
		covered: inputs.covered,
		calibratedAirspeedKt: truth.calibratedAirspeedKt,
		manifoldPressureInHg: panel.manifoldPressureInHg,
		propellerInput: inputs.propeller,
		mixtureInput: inputs.mixture,
		gear: flight.surfaces.gear,
		fuelL: panel.fuelL,
		named: inputs.named,
		byInstructor: inputs.byInstructor,
		alternateStatic: inputs.alternateStatic,
		stallWarning: flight.stallWarning ? 1 : 0,
		nav1MHz: radios.nav1.activeMHz,
		nav1CourseDeg: radios.nav1.courseDeg,
		nav1Needle: radio?.nav1Needle ?? 0,
		nav1Flag: radio?.nav1Flag ?? 0,
		glideNeedle: radio?.glideNeedle ?? 0,
		glideValid: radio?.glideValid ?? 0,
		nav2MHz: radios.nav2.activeMHz,
		nav2CourseDeg: radios.nav2.courseDeg,
		nav2Needle: radio?.nav2Needle ?? 0,
		nav2Flag: radio?.nav2Flag ?? 0,
		adfKHz: radios.adf.activeKHz,
		pointerDeg: radio?.pointerDeg ?? 0,
		pointerValid: radio?.pointerValid ?? 0,
		pointerSource: POINTER_CODE[radios.pointer],
		distanceNm: radio?.distanceNm ?? -1,
		marker: radio?.marker ?? 0,
		identified: radio?.identified ?? 0,
		rnavNeedle: radio?.rnavNeedle ?? 0,
		rnavScaleNm: radio?.rnavValid ? radio.rnavScaleNm : 0,
		needleSource: radios.needle === 'rnav' ? 1 : 0,
		calls: inputs.calls,
		marks: inputs.mark.count,
		markNorthNm: inputs.mark.northNm,
		markEastNm: inputs.mark.eastNm,
		line1NorthNm: one?.northNm ?? 0,
		line1EastNm: one?.eastNm ?? 0,
		line1Deg: one?.radialDeg ?? -1,
		line2NorthNm: two?.northNm ?? 0,
		line2EastNm: two?.eastNm ?? 0,
		line2Deg: two?.radialDeg ?? -1
	};
	for (const name of CHANNEL_NAMES) sample[name] = kept(name, sample[name]);
	return sample;
}

/**
 * A flight as columns of equal length, sampled at a fixed rate. A channel that is absent was not
 * recorded.
 */
export class Track {
	constructor(
		readonly rateHz: number,
		readonly channels: ReadonlyMap<ChannelName, Float64Array>,
		readonly length: number
	) {}

	has(name: ChannelName): boolean {
		return this.channels.has(name);
	}

	/** @throws InputError when the channel was not recorded. */
	column(name: ChannelName): Float64Array {
		const column = this.channels.get(name);
		if (!column) throw new InputError(`/channels/${name}`, 'was not recorded');
		return column;
	}

	get seconds(): number {
		return this.length / this.rateHz;
	}

	timeOf(index: number): number {
		return index / this.rateHz;
	}
}

/** Collects samples and hands them out in runs. */
export class Recorder {
	private readonly columns = CHANNEL_NAMES.map(() => [] as number[]);

	/** Samples that have been forgotten. */
	private forgotten = 0;

	get length(): number {
		return this.forgotten + this.columns[0]!.length;
	}

	/** Lets go of the samples before an index. */
	forgetBefore(index: number): void {
		const gone = Math.max(0, Math.min(index, this.length) - this.forgotten);
		for (const column of this.columns) column.splice(0, gone);
		this.forgotten += gone;
	}

	add(sample: Sample): void {
		CHANNEL_NAMES.forEach((name, i) => this.columns[i]!.push(sample[name]));
	}

	/** What was recorded from a sample on that is still remembered. */
	track(from = this.forgotten): Track {
		const skipped = Math.max(0, from - this.forgotten);
		return new Track(
			RECORDING_RATE_HZ,
			new Map(CHANNEL_NAMES.map((name, i) => [name, Float64Array.from(this.columns[i]!.slice(skipped))])),
			this.length - this.forgotten - skipped
		);
	}
}

/** A run of samples of a track, from a sample index on. */
export interface Chunk {
	first: number;
	track: Track;
}

const MAGIC = 0x315a4e48; // "HNZ1", little-endian
const MOST_SAMPLES = 36000 * 12;

const ChunkHeader = Type.Object(
	{
		rateHz: Type.Number({ exclusiveMinimum: 0, maximum: 100 }),
		first: Type.Integer({ minimum: 0, maximum: MOST_SAMPLES }),
		count: Type.Integer({ minimum: 0, maximum: MOST_SAMPLES }),
		channels: Type.Array(Type.String({ maxLength: 40 }), { maxItems: 80, uniqueItems: true })
	},
	{ additionalProperties: false }
);

/**
 * A run of samples as bytes: "HNZ1", the length of a JSON header (32 bits), the header, then
 * channel by channel the whole multiples of its step as differences, zig-zag, seven bits a byte.
 * Small and steady values take one byte, and compress well after.
 */
export function encodeChunk({ first, track }: Chunk, from = 0, to = track.length): Uint8Array<ArrayBuffer> {
	const names = [...track.channels.keys()];
	const header = new TextEncoder().encode(
		JSON.stringify({ rateHz: track.rateHz, first: first + from, count: to - from, channels: names })
	);
	let bytes = new Uint8Array(8 + header.length + (to - from) * names.length * 2 + 64);
	const view = new DataView(bytes.buffer);
	view.setUint32(0, MAGIC, true);
	view.setUint32(4, header.length, true);
	bytes.set(header, 8);
	let at = 8 + header.length;
	for (const name of names) {
		const column = track.column(name);
		const { resolution } = CHANNELS[name];
		let previous = 0;
		for (let i = from; i < to; i++) {
			const value = column[i]!;
			// A hole in a recording would otherwise become a plausible number.
			if (!Number.isFinite(value)) throw new InputError(`/channels/${name}/${i}`, 'must be a finite number');
			const whole = Math.round(value / resolution);
			const difference = whole - previous;
			previous = whole;
			let zigzag = difference >= 0 ? difference * 2 : -difference * 2 - 1;
			if (at + 8 > bytes.length) {
				const larger = new Uint8Array(bytes.length * 2);
				larger.set(bytes);
				bytes = larger;
			}
			while (zigzag >= 128) {
				bytes[at++] = (zigzag % 128) | 128;
				zigzag = Math.floor(zigzag / 128);
			}
			bytes[at++] = zigzag;
		}
	}
	return bytes.slice(0, at);
}

/**
 * Reads what `encodeChunk` wrote.
 * @throws InputError when the bytes are not a whole, well-formed chunk.
 */
export function decodeChunk(bytes: Uint8Array): Chunk {
	const bad = (wanted: string) => new InputError('/recording', wanted);
	if (bytes.length < 8) throw bad('is too short to be a recording');
	const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
	if (view.getUint32(0, true) !== MAGIC) throw bad('does not begin as a recording does');
	const headerLength = view.getUint32(4, true);
	if (headerLength > 8192 || 8 + headerLength > bytes.length) throw bad('has a header that does not fit');
	let json: unknown;
	try {
		json = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes.subarray(8, 8 + headerLength)));
	} catch {
		throw bad('has a header that is not JSON');
	}
	const header = parse(ChunkHeader, json, '/recording');
	let at = 8 + headerLength;
	if (header.count * header.channels.length > bytes.length - at) throw bad('is cut short');
	const channels = new Map<ChannelName, Float64Array>();
	for (const name of header.channels) {
		if (!isChannelName(name)) throw new InputError(`/recording/channels/${name}`, 'is not a known channel');
		const { resolution } = CHANNELS[name];
		const column = new Float64Array(header.count);
		let whole = 0;
		for (let i = 0; i < header.count; i++) {
			let zigzag = 0;
			let factor = 1;
			let byte: number;
			do {
				if (at >= bytes.length || factor > 2 ** 49) throw bad('is cut short');
				byte = bytes[at++]!;
				zigzag += (byte & 127) * factor;
				factor *= 128;
			} while (byte >= 128);
			whole += zigzag % 2 === 0 ? zigzag / 2 : -(zigzag + 1) / 2;
			column[i] = whole * resolution;
		}
		channels.set(name, column);
	}
	if (at !== bytes.length) throw bad('goes on after its end');
	return { first: header.first, track: new Track(header.rateHz, channels, header.count) };
}

/**
 * Joins chunks into one track. A chunk that starts before the end of what is there replaces the
 * rest from its start on (a flight taken up again after a reload).
 * A channel that one of them lacks (an earlier version of the trainer did not keep it) is left out.
 * @throws InputError when a stretch between chunks is missing or rates differ.
 */
export function joinChunks(chunks: readonly Chunk[]): Track {
	const [head] = chunks;
	if (!head)
		return new Track(RECORDING_RATE_HZ, new Map(CHANNEL_NAMES.map((n) => [n, new Float64Array()])), 0);
	const names = [...head.track.channels.keys()].filter((name) =>
		chunks.every(({ track }) => track.has(name))
	);
	const { rateHz } = head.track;
	let length = 0;
	for (const { first, track } of chunks) {
		if (track.rateHz !== rateHz) throw new InputError('/recording', 'has chunks of different rates');
		if (first > length) throw new InputError('/recording', `has a hole from sample ${length} to ${first}`);
		length = first + track.length;
	}
	const channels = new Map(names.map((name) => [name, new Float64Array(length)]));
	for (const { first, track } of chunks)
		for (const name of names)
			channels.get(name)!.set(track.column(name).subarray(0, Math.max(0, length - first)), first);
	return new Track(rateHz, channels, length);
}

const Column = Type.Array(Type.Number(), { maxItems: MOST_SAMPLES });
/** A track as JSON, for files and the command line; never used between the parts of the application. */
export const TrackJson = Type.Object(
	{
		rateHz: Type.Number({ exclusiveMinimum: 0, maximum: 100 }),
		channels: Type.Record(Type.String(), Column)
	},
	{ additionalProperties: false }
);

/** @throws InputError for an unknown channel or columns of different lengths. */
export function trackFromJson(value: unknown): Track {
	const { rateHz, channels } = parse(TrackJson, value, '');
	const columns = new Map<ChannelName, Float64Array>();
	let length = -1;
	for (const [name, values] of Object.entries(channels)) {
		if (!isChannelName(name)) throw new InputError(`/channels/${name}`, 'is not a known channel');
		if (length >= 0 && values.length !== length)
			throw new InputError(`/channels/${name}`, `must have ${length} values, as the other channels`);
		length = values.length;
		columns.set(name, Float64Array.from(values));
	}
	return new Track(rateHz, columns, Math.max(0, length));
}

/** Values rounded to the channel's step, to keep the text short. */
export function trackToJson(track: Track): { rateHz: number; channels: Record<string, number[]> } {
	const channels: Record<string, number[]> = {};
	for (const [name, column] of track.channels) {
		const decimals = Math.max(0, Math.ceil(-Math.log10(CHANNELS[name].resolution)));
		channels[name] = Array.from(column, (value) => Number(value.toFixed(decimals)));
	}
	return { rateHz: track.rateHz, channels };
}
