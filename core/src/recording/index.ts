export {
	CHANNELS,
	CHANNEL_NAMES,
	type ChannelName,
	RECORDING_RATE_HZ,
	type Sample,
	kept
} from './channels.js';
export { decodeChunk, encodeChunk, joinChunks } from './codec.js';
export { TRUE_CHANNEL, effectiveColumn, isShownChannel, isAffected, effectiveFailures } from './effective.js';
export { TrackJson, trackFromJson, trackToJson } from './json.js';
export { panelAt } from './panel-at.js';
export { Recorder, Track } from './track.js';
