import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	CHANNEL_NAMES,
	CHANNELS,
	decodeChunk,
	encodeChunk,
	Flight,
	InputError,
	joinChunks,
	Recorder,
	rowOf,
	sampleFlight,
	SeededRandom,
	setupOf,
	Track,
	trackFromJson,
	trackToJson,
	type AssistLevel,
	type ChannelName,
	type ControlInputs
} from '../src/index.js';
import { area, descentCard, fly, trainer } from './shipped.js';

const start = (assist: AssistLevel = 'direct', windLayers = descentCard.weather.windLayers) =>
	new Flight({
		...setupOf({ ...descentCard, weather: { ...descentCard.weather, windLayers } }, trainer, area),
		assist,
		seed: 1
	});

/** Controls that wander, so that a flight is not a straight line. */
function wandering(flight: Flight, seconds: number, seed: number): void {
	const random = new SeededRandom(seed);
	const inputs: ControlInputs = { ...flight.initialControls };
	for (let i = 0; i < seconds * 120; i++) {
		if (i % 60 === 0) {
			inputs.elevator = random.between(-0.04, 0.04);
			inputs.aileron = random.between(-0.1, 0.1) - flight.panel.bankDeg * 0.004;
			inputs.throttle = random.between(0.5, 0.9);
		}
		flight.step(inputs);
	}
}

describe('flight', () => {
	it('is the same bit for bit from the same inputs, and another from others', () => {
		const [a, b, c] = [start(), start(), start()];
		wandering(a, 30, 7);
		wandering(b, 30, 7);
		wandering(c, 30, 8);
		expect(Array.from(a.state)).toEqual(Array.from(b.state));
		expect(a.panel).toEqual(b.panel);
		expect(Array.from(c.state)).not.toEqual(Array.from(a.state));
	});

	it('goes on from a snapshot as if it had never been interrupted', () => {
		const whole = start('attitude');
		wandering(whole, 5, 1);
		const kept = JSON.parse(JSON.stringify(whole.snapshot())) as ReturnType<Flight['snapshot']>;
		wandering(whole, 10, 2);
		const resumed = start('attitude');
		resumed.restore(kept);
		wandering(resumed, 10, 2);
		expect(resumed.snapshot()).toEqual(whole.snapshot());
	});

	it('holds pitch and bank when the controls are released with the attitude held', () => {
		const flight = start('attitude');
		const inputs = { ...flight.initialControls };
		for (let i = 0; i < 120; i++) flight.step({ ...inputs, aileron: 0.7, elevator: 0.3 });
		const wanted = flight.snapshot().assist;
		expect(wanted.bankDeg).toBeGreaterThan(10);
		for (let i = 0; i < 120 * 20; i++) flight.step(inputs);
		expect(Math.abs(flight.panel.bankDeg - wanted.bankDeg)).toBeLessThan(1);
		expect(Math.abs(flight.panel.pitchDeg - wanted.pitchDeg)).toBeLessThan(0.5);
		expect(Math.abs(flight.panel.ballDeg)).toBeLessThan(1);
	});

	it('drifts with the wind', () => {
		const flight = start('attitude', [{ altitudeFt: 3000, fromDeg: 0, speedKt: 20 }]);
		expect(flight.panel.airspeedKias).toBeCloseTo(105, 6);
		for (let i = 0; i < 120 * 60; i++) flight.step(flight.initialControls);
		const after = flight.truth();
		// A wind from magnetic north for a minute: a third of a mile to magnetic south.
		const south = -(
			after.northNm * Math.cos(area.variationDeg * (Math.PI / 180)) +
			after.eastNm * Math.sin(area.variationDeg * (Math.PI / 180))
		);
		expect(south).toBeGreaterThan(0.3);
		expect(south).toBeLessThan(0.37);
	});

	it('interpolates the wind between layers', () => {
		const flight = start('direct', [
			{ altitudeFt: 2000, fromDeg: 270, speedKt: 10 },
			{ altitudeFt: 4000, fromDeg: 270, speedKt: 30 }
		]);
		const { groundspeedKt, trueAirspeedKt } = flight.truth();
		expect(groundspeedKt - trueAirspeedKt).toBeCloseTo(20, 1);
	});

	it('ends at the surface and stays there', () => {
		const flight = start();
		const inputs = { ...flight.initialControls, elevator: -0.25, throttle: 0 };
		for (let i = 0; i < 120 * 120 && !flight.ended; i++) flight.step(inputs);
		expect(flight.ended).not.toBeNull();
		const { steps } = flight;
		flight.step(inputs);
		expect(flight.steps).toBe(steps);
	});

	it('moves the nose the right way for every control', () => {
		const push = (change: Partial<ControlInputs>) => {
			const flight = start();
			for (let i = 0; i < 120; i++) flight.step({ ...flight.initialControls, ...change });
			return flight.truth();
		};
		const free = push({});
		expect(push({ elevator: 0.1 }).pitchDeg).toBeGreaterThan(free.pitchDeg + 1);
		expect(push({ trim: 0.4 }).pitchDeg).toBeGreaterThan(free.pitchDeg + 1);
		expect(push({ aileron: 0.3 }).bankDeg).toBeGreaterThan(free.bankDeg + 5);
		expect(push({ rudder: 0.5 }).turnRateDegPerSecond).toBeGreaterThan(free.turnRateDegPerSecond + 0.5);
		expect(push({ throttle: 0.2 }).rpm).toBeLessThan(free.rpm - 200);
		// Adverse yaw: right aileron swings the nose left at first.
		const early = start();
		for (let i = 0; i < 36; i++) early.step({ ...early.initialControls, aileron: 1 });
		expect(early.truth().slipDeg).toBeGreaterThan(0);
	});
});

const trackOf = (values: Partial<Record<ChannelName, number[]>>): Track =>
	trackFromJson({ rateHz: 10, channels: values });

describe('recording', () => {
	it('forgets what has been handed out and goes on counting', () => {
		const recorder = new Recorder();
		const flight = new Flight({ ...setupOf(descentCard, trainer, area), assist: 'direct', seed: 1 });
		const sample = sampleFlight(flight, flight.initialControls);
		for (let i = 0; i < 10; i++) recorder.add(rowOf({ ...sample, altitudeFt: i }));
		recorder.forgetBefore(7);
		expect(recorder.length).toBe(10);
		expect(Array.from(recorder.track(8).column('altitudeFt'))).toEqual([8, 9]);
		expect(recorder.track().length).toBe(3);
		recorder.forgetBefore(3);
		recorder.add(rowOf({ ...sample, altitudeFt: 10 }));
		expect(recorder.track(7).length).toBe(4);
	});

	it('gives back every value to the nearest step of its channel', () => {
		fc.assert(
			fc.property(
				fc.array(fc.double({ min: -30000, max: 30000, noNaN: true }), { maxLength: 60 }),
				(values) => {
					const track = trackOf({ altitudeFt: values, headingDeg: values });
					const back = decodeChunk(encodeChunk({ first: 0, track })).track;
					for (const name of ['altitudeFt', 'headingDeg'] as const)
						values.forEach((value, i) =>
							expect(Math.abs(back.column(name)[i]! - value)).toBeLessThanOrEqual(
								CHANNELS[name].resolution * 0.5001
							)
						);
				}
			)
		);
	});

	it('keeps live samples exactly, so that a stored flight grades like the live one', () => {
		const flight = start();
		wandering(flight, 3, 3);
		const sample = sampleFlight(flight, flight.initialControls);
		const track = trackOf(Object.fromEntries(CHANNEL_NAMES.map((name) => [name, [sample[name]]])));
		const back = decodeChunk(encodeChunk({ first: 0, track })).track;
		for (const name of CHANNEL_NAMES) expect(back.column(name)[0]).toBe(sample[name]);
	});

	it('refuses bytes that are not a whole recording, and never hangs on them', () => {
		const good = encodeChunk({ first: 5, track: trackOf({ altitudeFt: [1, 2, 3] }) });
		expect(() => decodeChunk(good.slice(0, -1))).toThrow(InputError);
		expect(() => decodeChunk(new Uint8Array([...good, 0]))).toThrow(/goes on/);
		fc.assert(
			fc.property(fc.uint8Array({ maxLength: 200 }), fc.nat(150), (noise, at) => {
				const bytes = good.slice();
				bytes.set(noise.subarray(0, Math.max(0, bytes.length - at)), Math.min(at, bytes.length));
				try {
					decodeChunk(bytes);
				} catch (error) {
					expect(error).toBeInstanceOf(InputError);
				}
			})
		);
	});

	it('refuses NaN instead of storing a plausible number', () => {
		expect(() =>
			encodeChunk({ first: 0, track: new Track(10, new Map([['pitchDeg', new Float64Array([NaN])]]), 1) })
		).toThrow(/finite/);
	});

	it('joins chunks, lets a resumed flight replace what it flew again, and refuses holes', () => {
		const chunk = (first: number, ...altitudeFt: number[]) => ({ first, track: trackOf({ altitudeFt }) });
		const joined = joinChunks([chunk(0, 1, 2, 3, 4), chunk(4, 5, 6), chunk(3, 40, 50)]);
		expect(Array.from(joined.column('altitudeFt'))).toEqual([1, 2, 3, 40, 50]);
		expect(() => joinChunks([chunk(0, 1), chunk(2, 3)])).toThrow(/hole/);
	});

	it('goes through JSON and back', () => {
		const { track } = fly('steady', 4);
		const back = trackFromJson(JSON.parse(JSON.stringify(trackToJson(track))));
		expect(back.length).toBe(track.length);
		for (const name of CHANNEL_NAMES)
			for (let i = 0; i < track.length; i += 97)
				expect(back.column(name)[i]).toBeCloseTo(track.column(name)[i]!, 4);
	});
});
