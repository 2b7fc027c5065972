import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import type { Track } from '../recording/index.js';
import type { PhaseTimes } from '../training/index.js';

const num = Type.Number();

/** A flight as a small picture: its path over the ground, its height over time, its phases. */
export const Sketch = Type.Object({
	/** North and east in NM, at even times from begin to end. */
	path: Type.Array(Type.Tuple([num, num])),
	/** Altitude in ft at the same times. */
	altitudeFt: Type.Array(num),
	seconds: num,
	/** Begin of each phase that was come to, s. */
	phases: Type.Array(num)
});
export type Sketch = Static<typeof Sketch>;

const POINTS = 90;

/** The sketch of a flight. @param times as the card's phases were cut. */
export function sketchOf(track: Track, times: readonly PhaseTimes[]): Sketch {
	const last = Math.max(0, track.length - 1);
	const at = Array.from({ length: POINTS }, (_, i) => Math.round((i / (POINTS - 1)) * last));
	const [north, east, height] = (['northNm', 'eastNm', 'altitudeFt'] as const).map((name) =>
		track.column(name)
	);
	const round = (value: number, digits: number) => Number(value.toFixed(digits));
	return {
		path: at.map((i) => [round(north![i]!, 2), round(east![i]!, 2)]),
		altitudeFt: at.map((i) => round(height![i]!, 0)),
		seconds: Math.round(track.seconds),
		phases: times.map(({ startSeconds }) => Math.round(startSeconds))
	};
}
