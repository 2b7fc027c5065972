import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import type { ChannelDefinition } from '../aircraft/index.js';
import { InputError, parse } from '../base/index.js';
import { CHANNEL_NAMES, CHANNELS, isChannelName, RECORDING_RATE_HZ, type ChannelName } from './channels.js';
import { edition1Channel } from './editions/edition-1.js';
import { Track } from './track.js';

/** A run of samples of a track, from a sample index on. */
interface Chunk {
	first: number;
	track: Track;
}

/** "HNZ", and the edition of the header, little-endian. */
const MAGIC = { 1: 0x315a4e48, 2: 0x325a4e48 } as const;
/** The edition that is written; all before it can be read. */
const RECORDING_EDITION = 2;
export const MOST_SAMPLES = 36000 * 12;
const LONGEST_HEADER = 32_768;

const closed = { additionalProperties: false } as const;
const run = {
	rateHz: Type.Number({ exclusiveMinimum: 0, maximum: 100 }),
	first: Type.Integer({ minimum: 0, maximum: MOST_SAMPLES }),
	count: Type.Integer({ minimum: 0, maximum: MOST_SAMPLES })
};
const Name = Type.String({ maxLength: 40 });
const Names = Type.Array(Name, { maxItems: 52 });
/** Name, unit, step; and where the numbers stand for something: their bits or codes. */
const ChannelEntry = Type.Object(
	{
		name: Name,
		unit: Type.String({ maxLength: 60 }),
		step: Type.Number({ exclusiveMinimum: 0, maximum: 1000 }),
		bits: Type.Optional(Names),
		codes: Type.Optional(Names)
	},
	closed
);
/** Header of edition 1: names only; what they meant stood in the program. */
const Header1 = Type.Object(
	{ ...run, channels: Type.Array(Name, { maxItems: 80, uniqueItems: true }) },
	closed
);
const Header2 = Type.Object({ ...run, channels: Type.Array(ChannelEntry, { maxItems: 400 }) }, closed);

const entryOf = (name: ChannelName): Static<typeof ChannelEntry> => {
	const { unit, resolution, bits, codes } = CHANNELS[name];
	return {
		name,
		unit,
		step: resolution,
		...(bits ? { bits: [...bits] } : {}),
		...(codes ? { codes: [...codes] } : {})
	};
};

/**
 * A run of samples as bytes: "HNZ2", the length of a JSON header (32 bits), the header, then channel by channel the whole
 * multiples of its step as differences, zig-zag, seven bits a byte. The header says of each channel its unit, its step and
 * what its bits or codes stand for, so that the recording is read by its own table whatever becomes of the program's.
 * Small and steady values take one byte, and compress well after.
 * @throws InputError for a value that is no finite number.
 */
export function encodeChunk({ first, track }: Chunk, from = 0, to = track.length): Uint8Array<ArrayBuffer> {
	const names = [...track.channels.keys()];
	const header = new TextEncoder().encode(
		JSON.stringify({
			rateHz: track.rateHz,
			first: first + from,
			count: to - from,
			channels: names.map(entryOf)
		} satisfies Static<typeof Header2>)
	);
	let bytes = new Uint8Array(8 + header.length + (to - from) * names.length * 2 + 64);
	const view = new DataView(bytes.buffer);
	view.setUint32(0, MAGIC[RECORDING_EDITION], true);
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

/** Headers of every edition: what a reader of recordings checks. */
export const RECORDING_HEADERS = [Header1, Header2] as const;

interface Header {
	rateHz: number;
	first: number;
	count: number;
	channels: { name: string; was: ChannelDefinition }[];
}

/** The header of a chunk of any edition, and where its samples begin. */
function readHeader(bytes: Uint8Array): Header & { at: number } {
	const bad = (wanted: string) => new InputError('/recording', wanted);
	if (bytes.length < 8) throw bad('is too short to be a recording');
	const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
	const magic = view.getUint32(0, true);
	const edition = magic === MAGIC[1] ? 1 : magic === MAGIC[2] ? 2 : null;
	if (edition === null) throw bad('does not begin as a recording does');
	const headerLength = view.getUint32(4, true);
	if (headerLength > LONGEST_HEADER || 8 + headerLength > bytes.length)
		throw bad('has a header that does not fit');
	let json: unknown;
	try {
		json = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes.subarray(8, 8 + headerLength)));
	} catch {
		throw bad('has a header that is not JSON');
	}
	const at = 8 + headerLength;
	if (edition === 2) {
		const { channels, ...rest } = parse(Header2, json, '/recording');
		const names = channels.map(({ name }) => name);
		if (new Set(names).size < names.length) throw bad('has a channel twice');
		return {
			...rest,
			at,
			channels: channels.map(({ name, unit, step, bits, codes }) => ({
				name,
				was: { unit, resolution: step, bits, codes }
			}))
		};
	}
	const { channels, ...rest } = parse(Header1, json, '/recording');
	return {
		...rest,
		at,
		channels: channels.map((name) => {
			const was = edition1Channel(name);
			if (!was) throw new InputError(`/recording/channels/${name}`, 'is not a known channel');
			return { name, was };
		})
	};
}

/** What a code or bit that today's program does not know becomes. */
const UNKNOWN_CODE = -1;

/** How a recorded value of a channel reads today; null where it reads as it stands. */
function translation(was: ChannelDefinition, now: ChannelDefinition): ((value: number) => number) | null {
	const same = (a: readonly string[], b: readonly string[]) => a.every((name, i) => b[i] === name);
	if (was.bits && now.bits && !same(was.bits, now.bits)) {
		const places = was.bits.map((name) => now.bits!.indexOf(name));
		return (value) =>
			places.reduce(
				(mask, place, bit) =>
					place >= 0 && Math.floor(value / 2 ** bit) % 2 === 1 ? mask + 2 ** place : mask,
				0
			);
	}
	if (was.codes && now.codes && !same(was.codes, now.codes)) {
		const places = was.codes.map((name) => now.codes!.indexOf(name));
		return (value) => places[value] ?? UNKNOWN_CODE;
	}
	return null;
}

/**
 * Reads what `encodeChunk` wrote, in this edition or an earlier one: steps, bits and codes are those of the recording. A
 * channel that today's program does not know is passed over.
 * @throws InputError when the bytes are not a whole, well-formed chunk.
 */
export function decodeChunk(bytes: Uint8Array): Chunk {
	const bad = (wanted: string) => new InputError('/recording', wanted);
	const header = readHeader(bytes);
	let { at } = header;
	if (header.count * header.channels.length > bytes.length - at) throw bad('is cut short');
	const channels = new Map<ChannelName, Float64Array>();
	for (const { name, was } of header.channels) {
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
			column[i] = whole * was.resolution;
		}
		if (!isChannelName(name)) continue;
		const translate = translation(was, CHANNELS[name]);
		channels.set(name, translate ? column.map(translate) : column);
	}
	if (at !== bytes.length) throw bad('goes on after its end');
	return { first: header.first, track: new Track(header.rateHz, channels, header.count) };
}

/** Chunks as far as they belong together. */
interface WholeChunks {
	track: Track;
	/** So many of the chunks are in the track; those after them are not. */
	used: number;
	/** Why it goes no further, in words; null where all of them are in it. */
	stoppedBy: string | null;
}

/**
 * Joins as many chunks as belong together, whatever comes after them: bytes that are no chunk, a stretch that is missing,
 * another rate, or a chunk that would take back more than itself. Never throws.
 */
export function joinWhole(bytes: readonly Uint8Array[]): WholeChunks {
	const whole: Chunk[] = [];
	let length = 0;
	let used = 0;
	let stoppedBy: string | null = null;
	for (const one of bytes) {
		try {
			const chunk = decodeChunk(one);
			const { first, track } = chunk;
			const head = whole[0]?.track ?? track;
			if (track.length === 0 && whole.length > 0) {
				used++;
				continue;
			}
			if (track.rateHz !== head.rateHz) stoppedBy = 'another rate of samples';
			else if (first > length)
				stoppedBy = `a stretch of ${((first - length) / head.rateHz).toFixed(1)} s is missing`;
			else if (first + track.length < length) stoppedBy = 'it goes back behind what was flown';
			else {
				whole.push(chunk);
				length = first + track.length;
				used++;
				continue;
			}
		} catch (error) {
			stoppedBy = error instanceof Error ? error.message : 'it cannot be read';
		}
		break;
	}
	return { track: joinChunks(whole), used, stoppedBy };
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
