export {
	CHANNELS,
	CHANNEL_NAMES,
	RECORDING_RATE_HZ,
	kept,
	type ChannelName,
	type FlightChannel,
	type Sample
} from './channels.js';
export { decodeChunk, encodeChunk, joinChunks } from './codec.js';
export { TRUE_CHANNEL, effectiveColumn, effectiveFailures, isAffected, isShownChannel } from './effective.js';
export { TrackJson, trackFromJson, trackToJson } from './json.js';
export { panelAt } from './panel-at.js';
export { Recorder, Track } from './track.js';
