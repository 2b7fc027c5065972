import type { PanelReadings } from '../aircraft/index.js';
import { normalizeDeg, signedDeg } from '../base/index.js';
import type { ChannelName } from './channels.js';
import type { Track } from './track.js';

const SHOWN: [keyof PanelReadings, ChannelName, circular?: boolean][] = [
	['airspeedKias', 'indicatedAirspeedKt'],
	['altimeterFt', 'indicatedAltitudeFt'],
	['verticalSpeedFpm', 'indicatedVerticalSpeedFpm'],
	['pitchDeg', 'indicatedPitchDeg'],
	['bankDeg', 'indicatedBankDeg'],
	['headingDeg', 'indicatedHeadingDeg', true],
	['turnRateDegPerSecond', 'indicatedTurnRateDegPerSecond'],
	['ballDeg', 'slipDeg'],
	['rpm', 'rpm'],
	['compassDeg', 'compassDeg', true],
	['manifoldPressureInHg', 'manifoldPressureInHg'],
	['fuelL', 'fuelL'],
	['standbyPitchDeg', 'pitchDeg'],
	['standbyBankDeg', 'bankDeg']
];

/**
 * The panel as a recording has it at a moment, between samples in proportion. What was not recorded
 * reads 0; suction, ammeter, outside temperature and radios are not in a recording and read as usual.
 */
export function panelAt(track: Track, seconds: number): PanelReadings {
	const at = Math.max(0, Math.min(track.length - 1, seconds * track.rateHz));
	const before = Math.floor(at);
	const after = Math.min(track.length - 1, before + 1);
	const share = at - before;
	const panel = { suctionInHg: 5, ammeterA: 2, outsideAirTempC: 15, radioOn: 1 } as PanelReadings;
	for (const [name, channel, circular] of SHOWN) {
		const column = track.has(channel) ? track.column(channel) : null;
		const [a, b] = [column?.[before] ?? 0, column?.[after] ?? 0];
		panel[name] = circular ? normalizeDeg(a + signedDeg(b - a) * share) : a + (b - a) * share;
	}
	return panel;
}
