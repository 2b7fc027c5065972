import { readdirSync, readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	CHANNEL_NAMES,
	CHANNELS,
	decodeChunk,
	effectiveColumn,
	encodeChunk,
	FAILURE_KINDS,
	joinChunks,
	panelAt,
	Recorder,
	RECORDING_RATE_HZ,
	signedDeg,
	standardDay,
	trackFromJson,
	type ChannelName,
	type Track
} from '../src/index.js';
import { drawn } from './synthetic.js';

const golden = (edition: number, name: string): Track =>
	decodeChunk(
		gunzipSync(readFileSync(new URL(`./golden/edition-${edition}/${name}.recording.gz`, import.meta.url)))
	).track;

describe('a flight that was kept by two editions', () => {
	const names = readdirSync(new URL('./golden/edition-1', import.meta.url))
		.filter((name) => name.endsWith('.recording.gz'))
		.map((name) => name.replace('.recording.gz', ''));
	it.each(names)('%s: edition 1 says of every channel what edition 2 says', (name) => {
		const [first, second] = [golden(1, name), golden(2, name)];
		expect(first.length).toBe(second.length);
		expect(first.rateHz).toBe(second.rateHz);
		for (const channel of first.channels.keys()) {
			const step = CHANNELS[channel].resolution;
			const [a, b] = [first.column(channel), second.column(channel)];
			const apart = a.reduce((most, value, i) => Math.max(most, Math.abs(value - b[i]!)), 0);
			expect(apart / step, channel).toBeLessThan(0.01);
		}
	});
});

describe('chunks', () => {
	const column = fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 40 });
	const track = fc.record({ altitudeFt: column, bankDeg: column, failures: column }).map((channels) => {
		const length = Math.min(...Object.values(channels).map(({ length: one }) => one));
		return trackFromJson({
			rateHz: 10,
			channels: Object.fromEntries(
				Object.entries(channels).map(([name, values]) => [name, values.slice(0, length)])
			)
		});
	});

	it('come back as they went, to half a step, from and to any sample', () => {
		fc.assert(
			fc.property(track, fc.nat(100), fc.nat(100), fc.nat(1000), (whole, one, other, first) => {
				const [from, to] = [one % (whole.length + 1), other % (whole.length + 1)].sort((a, b) => a - b);
				const back = decodeChunk(encodeChunk({ first, track: whole }, from, to));
				expect(back.first).toBe(first + from!);
				expect(back.track.length).toBe(to! - from!);
				expect(back.track.rateHz).toBe(10);
				for (const name of ['altitudeFt', 'bankDeg'] as const)
					back.track.column(name).forEach((value, i) => {
						const off = Math.abs(value - whole.column(name)[from! + i]!);
						expect(off).toBeLessThanOrEqual(CHANNELS[name].resolution * 0.5001);
					});
			})
		);
	});

	it('a wide swing needs more room than was set aside', () => {
		const values = Array.from({ length: 300 }, (_, i) => (i % 2 === 0 ? 1e9 : -1e9));
		const whole = trackFromJson({ rateHz: 10, channels: { altitudeFt: values } });
		expect(
			Array.from(decodeChunk(encodeChunk({ first: 0, track: whole })).track.column('altitudeFt'))
		).toEqual(values);
	});

	it.each([
		['nothing', new Uint8Array(0)],
		['seven bytes', new Uint8Array(7)],
		['another format', new TextEncoder().encode('HNX2    {}')],
		['a header longer than the file', new Uint8Array([0x48, 0x4e, 0x5a, 0x32, 255, 0, 0, 0, 123])],
		['a header that is no JSON', new Uint8Array([0x48, 0x4e, 0x5a, 0x32, 1, 0, 0, 0, 123])]
	])('%s is refused in words', (_, bytes) => {
		expect(() => decodeChunk(bytes)).toThrow(/\/recording/);
	});

	it('one that ends too early, or goes on, is refused', () => {
		const bytes = encodeChunk({ first: 0, track: drawn(2, { altitudeFt: [[0, 1000]] }) });
		expect(() => decodeChunk(bytes.slice(0, -1))).toThrow(/\/recording/);
		expect(() => decodeChunk(new Uint8Array([...bytes, 0]))).toThrow(/\/recording/);
	});

	it('a hole in a column is not written as a number', () => {
		const track = drawn(1, { altitudeFt: [[0, 1000]] });
		track.column('altitudeFt')[3] = NaN;
		expect(() => encodeChunk({ first: 0, track })).toThrow(/\/channels\/altitudeFt\/3/);
	});

	it('join one after another; a gap is refused, and one taken up again replaces what came after', () => {
		const level = (first: number, altitudeFt: number, seconds: number) => ({
			first,
			track: drawn(seconds, { altitudeFt: [[0, altitudeFt]] })
		});
		const whole = joinChunks([level(0, 1000, 1), level(10, 2000, 1)]);
		expect(whole.length).toBe(20);
		expect([whole.column('altitudeFt')[9], whole.column('altitudeFt')[10]]).toEqual([1000, 2000]);
		expect(() => joinChunks([level(0, 1000, 1), level(11, 2000, 1)])).toThrow();
		const again = joinChunks([level(0, 1000, 2), level(9, 2000, 0.5)]).column('altitudeFt');
		expect(again.length).toBe(14);
		expect([again[8], again[9], again[13]]).toEqual([1000, 2000, 2000]);
	});
});

describe('a recorder', () => {
	const sample = (n: number) => Float64Array.from(CHANNEL_NAMES, (_, i) => n * 100 + i);
	it('hands out what it remembers, and counts what it has forgotten', () => {
		const recorder = new Recorder();
		for (let n = 0; n < 5; n++) recorder.add(sample(n));
		recorder.forgetBefore(2);
		expect(recorder.length).toBe(5);
		expect(Array.from(recorder.track().column(CHANNEL_NAMES[1]!))).toEqual([201, 301, 401]);
		expect(Array.from(recorder.track(4).column(CHANNEL_NAMES[0]!))).toEqual([400]);
		expect(recorder.track(4)).toMatchObject({ length: 1, rateHz: RECORDING_RATE_HZ });
		recorder.forgetBefore(1);
		recorder.forgetBefore(99);
		expect(recorder.length).toBe(5);
		expect(recorder.track().length).toBe(0);
	});
});

describe('the panel at a moment', () => {
	const SHOWN: Record<string, ChannelName> = {
		airspeedKias: 'indicatedAirspeedKt',
		altimeterFt: 'indicatedAltitudeFt',
		verticalSpeedFpm: 'indicatedVerticalSpeedFpm',
		pitchDeg: 'indicatedPitchDeg',
		bankDeg: 'indicatedBankDeg',
		turnRateDegPerSecond: 'indicatedTurnRateDegPerSecond',
		ballDeg: 'slipDeg',
		rpm: 'rpm',
		manifoldPressureInHg: 'manifoldPressureInHg',
		fuelL: 'fuelL',
		standbyPitchDeg: 'pitchDeg',
		standbyBankDeg: 'bankDeg'
	};
	const channels = Object.fromEntries(Object.values(SHOWN).map((name, i) => [name, [i * 10, i * 10 + 8, 0]]));
	const track = trackFromJson({
		rateHz: 10,
		channels: { ...channels, indicatedHeadingDeg: [358, 6, 6], compassDeg: [4, 356, 356] }
	});

	it('lies between two samples in proportion, each dial on its own channel', () => {
		const panel = panelAt(track, 0.025) as unknown as Record<string, number>;
		Object.keys(SHOWN).forEach((name, i) => expect(panel[name], name).toBeCloseTo(i * 10 + 2, 9));
		expect(signedDeg(panel.headingDeg!)).toBeCloseTo(0, 9);
		expect(panel.compassDeg).toBeCloseTo(2, 9);
	});

	it('is the first before it begins and the last after it ends', () => {
		expect(panelAt(track, -5).altimeterFt).toBe(10);
		expect(panelAt(track, 99).headingDeg).toBe(6);
		expect(panelAt(track, 0.1).altimeterFt).toBe(18);
	});

	it('shows what a recording does not keep as it is on a usual day, and what is missing as 0', () => {
		const bare = panelAt(drawn(1, { indicatedAltitudeFt: [[0, 3000]] }), 0.5);
		expect(bare).toMatchObject({ suctionInHg: 5, ammeterA: 2, outsideAirTempC: 15, radioOn: 1 });
		expect(bare).toMatchObject({ altimeterFt: 3000, airspeedKias: 0, headingDeg: 0 });
	});
});

describe('a blocked static source', () => {
	const blocked = 1 << FAILURE_KINDS.indexOf('static-blocked');
	const lines = {
		indicatedAltitudeFt: [[0, 3000]],
		altitudeFt: [[0, 2500]],
		failures: [[0, blocked]]
	} satisfies Partial<Record<ChannelName, [number, number][]>>;

	it('is not believed while it lies, and believed again from the moment the alternate is open', () => {
		const track = drawn(2, {
			...lines,
			alternateStatic: [
				[0, 0],
				[0.9, 0],
				[1, 1],
				[2, 1]
			]
		});
		const altitude = effectiveColumn(track, 'indicatedAltitudeFt', standardDay)!;
		expect([9, 10, 19].map((i) => Math.round(altitude[i]!))).toEqual([2500, 3000, 3000]);
	});

	it('has no alternate where none was recorded', () => {
		expect(effectiveColumn(drawn(1, lines), 'indicatedAltitudeFt', standardDay)![5]).toBeCloseTo(2500, 9);
	});
});
