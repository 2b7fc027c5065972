export {
	CHANNELS,
	CHANNEL_INDEX,
	CHANNEL_NAMES,
	RECORDING_RATE_HZ,
	emptyRow,
	keepRow,
	rowOf,
	sampleOf,
	type ChannelName,
	type Sample,
	type SampleRow
} from './channels.js';
export { RECORDING_HEADERS, decodeChunk, encodeChunk, joinChunks, joinWhole } from './codec.js';
export { effectiveColumn, effectiveFailures, effectiveValue, isAffected } from './effective.js';
export { TrackJson, trackFromJson, trackToJson } from './json.js';
export { panelAt } from './panel-at.js';
export { climbThroughAir } from './through-air.js';
export { Recorder, Track } from './track.js';
