import { Type } from '@sinclair/typebox';
import { InputError, parse } from '../base/index.js';
import { CHANNEL_NAMES, CHANNELS, isChannelName, RECORDING_RATE_HZ, type ChannelName } from './channels.js';
import { Track } from './track.js';

/** A run of samples of a track, from a sample index on. */
export interface Chunk {
	first: number;
	track: Track;
}

const MAGIC = 0x315a4e48; // "HNZ1", little-endian
export const MOST_SAMPLES = 36000 * 12;

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
