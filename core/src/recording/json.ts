import * as Type from '@sinclair/typebox';
import { InputError, parse } from '../base/index.js';
import { CHANNELS, isChannelName, type ChannelName } from './channels.js';
import { MOST_SAMPLES } from './codec.js';
import { Track } from './track.js';

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
