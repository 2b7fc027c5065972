import { describe, expect, it } from 'vitest';
import { decodeChunk, encodeChunk, joinChunks, type ResumeState, type TaskCard } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog } from '../../../data/index.js';
import type { FromFlight, ToFlight } from './messages.js';
import { Session } from './session.js';

type Load = Extract<ToFlight, { type: 'load' }>;
type Said<T extends FromFlight['type']> = Extract<FromFlight, { type: T }>;

/** A session with a clock that is wound by hand, and what it has said. */
function begun(card: TaskCard = cardCatalog.get('approach-descent'), more: Partial<Load> = {}) {
	const said: FromFlight[] = [];
	let ms = 0;
	const session = new Session(
		{
			type: 'load',
			card,
			aircraft: aircraftCatalog.get(card.aircraft),
			area: areaCatalog.get(card.area),
			assist: 'attitude',
			seed: 5,
			nextSeq: 0,
			resume: null,
			...more
		},
		(message) => said.push(message),
		() => ms
	);
	const all = <T extends FromFlight['type']>(type: T) =>
		said.filter((one): one is Said<T> => one.type === type);
	return {
		session,
		said,
		all,
		/** The clock goes on, with a tick at every so many ms. */
		wait(forMs: number, everyMs = 8) {
			for (const end = ms + forMs; ms < end;) {
				ms = Math.min(end, ms + everyMs);
				session.tick(ms);
			}
		},
		/** The machine stands still, then there is one tick. */
		stall(forMs: number) {
			ms += forMs;
			session.tick(ms);
		},
		seconds() {
			session.requestFrame(ms);
			return all('frame').at(-1)!.frame.timeSeconds;
		}
	};
}

/** What a chunk carries: the state at its end, the looks, and the samples. */
function opened({ body }: Said<'chunk'>) {
	const view = new DataView(body);
	const length = view.getUint32(0, true);
	const { resume, looks } = JSON.parse(new TextDecoder().decode(new Uint8Array(body, 4, length))) as {
		resume: ResumeState;
		looks: { instrument: string; startMs: number; endMs: number }[];
	};
	return { resume, looks, ...decodeChunk(new Uint8Array(body, 4 + length)) };
}

describe('the time of a flight', () => {
	it('stands until it is begun, then goes with the clock, at the rate that is asked', () => {
		const flight = begun();
		flight.wait(500);
		expect(flight.seconds()).toBe(0);
		flight.session.run(true);
		flight.wait(2000);
		expect(flight.seconds()).toBeCloseTo(2, 1);
		flight.session.setRate(4);
		flight.wait(1000);
		expect(flight.seconds()).toBeCloseTo(6, 1);
		flight.session.run(false);
		flight.wait(1000);
		expect(flight.seconds()).toBeCloseTo(6, 1);
		expect(flight.all('frozen').map(({ reason }) => reason)).toEqual(['asked']);
	});

	it('catches up a short stall whole, and of a longer one two seconds of flight', () => {
		const flight = begun();
		flight.session.run(true);
		flight.stall(700);
		expect(flight.seconds()).toBeCloseTo(0.7, 1);
		flight.stall(2800);
		expect(flight.seconds()).toBeCloseTo(2.7, 1);
		flight.session.setRate(8);
		flight.stall(1000);
		expect(flight.seconds()).toBeCloseTo(4.7, 1);
		expect(flight.all('frozen')).toEqual([]);
	});

	it('freezes after a sleep instead of racing, and says why; it goes on when it is told to', () => {
		const flight = begun();
		flight.session.run(true);
		flight.wait(1000);
		flight.stall(60_000);
		expect(flight.seconds()).toBeCloseTo(1, 1);
		expect(flight.all('frozen').map(({ reason }) => reason)).toEqual(['slept']);
		flight.session.run(true);
		flight.wait(1000);
		expect(flight.seconds()).toBeCloseTo(2, 1);
	});

	it('is the same flight whatever the ticks were', () => {
		const [fine, coarse] = [8, 90].map((every) => {
			const flight = begun();
			flight.session.run(true);
			flight.wait(9000, every);
			flight.session.flush();
			const chunks = flight.all('chunk').map(opened);
			return chunks.flatMap(({ track }) => [...track.column('altitudeFt')]).slice(0, 80);
		});
		expect(fine).toHaveLength(80);
		expect(coarse).toEqual(fine);
	});
});

describe('the recording of a flight', () => {
	it('is handed out each second, in order, without a gap', () => {
		const flight = begun();
		flight.session.run(true);
		flight.wait(5000);
		flight.session.flush();
		const chunks = flight.all('chunk');
		expect(chunks.map(({ seq }) => seq)).toEqual(chunks.map((_, i) => i));
		let next = 0;
		for (const chunk of chunks.map(opened)) {
			expect(chunk.first).toBe(next);
			next += chunk.track.length;
		}
		expect(next).toBeGreaterThanOrEqual(50);
		// Nothing new has been flown: there is nothing to hand out.
		flight.session.flush();
		expect(flight.all('chunk')).toHaveLength(chunks.length);
	});

	it('is taken up where it was, with the hands off and the card in its phase', () => {
		const flight = begun();
		flight.session.run(true);
		flight.wait(20_000, 40);
		flight.session.flush();
		const chunks = flight.all('chunk').map(opened);
		const { resume } = chunks.at(-1)!;
		const whole = flight.all('chunk');
		const again = begun(undefined, {
			nextSeq: whole.length,
			resume: {
				state: { ...resume, inputs: { ...resume.inputs, aileron: 0.4 } },
				recorded: recordingOf(chunks)
			}
		});
		const loaded = again.all('loaded')[0]!;
		expect(loaded.frame.timeSeconds).toBeCloseTo(resume.flight.steps / 120, 9);
		expect(loaded.frame.timeSeconds).toBeGreaterThan(18.5);
		expect(loaded.frame.phase).toBe(resume.phase);
		expect(loaded.inputs).toMatchObject({ aileron: 0, elevator: 0, byInstructor: 0 });
		again.session.run(true);
		again.wait(1500);
		again.session.flush();
		const [next] = again.all('chunk');
		expect(next!.seq).toBe(whole.length);
		expect(opened(next!).first).toBe(chunks.reduce((sum, { track }) => sum + track.length, 0));
	});

	it('can be gone back in: the newest moment at least so long ago, or the oldest there is', () => {
		const flight = begun();
		expect(flight.session.recall(10)).toBeNull();
		flight.session.run(true);
		flight.wait(16_000, 40);
		const moment = flight.session.recall(10)!;
		expect(moment.samples).toBeLessThanOrEqual(61);
		expect(moment.samples).toBeGreaterThan(45);
		expect(moment.state.flight.steps / 120).toBeCloseTo(moment.samples / 10, 0);
		expect(flight.session.recall(60)!.samples).toBeLessThanOrEqual(11);
	});
});

/** Chunks joined as the server gives them back. */
const recordingOf = (chunks: ReturnType<typeof opened>[]): ArrayBuffer =>
	encodeChunk({ first: 0, track: joinChunks(chunks) }).buffer;

describe('the hands of a flight', () => {
	it('are felt in the very next picture', () => {
		const flight = begun();
		flight.session.run(true);
		flight.wait(1000);
		const { inputs } = flight.all('loaded')[0]!;
		const before = flight.seconds();
		flight.session.control({ ...inputs, aileron: 0.5 });
		expect(flight.seconds()).toBeGreaterThan(before);
		flight.wait(1500);
		flight.seconds();
		expect(Math.abs(flight.all('frame').at(-1)!.frame.panel.bankDeg)).toBeGreaterThan(2);
	});

	it('cannot take off the covers that the card has put on', () => {
		const flight = begun({ ...cardCatalog.get('approach-descent'), covered: ['attitude'] });
		const { inputs } = flight.all('loaded')[0]!;
		expect(inputs.covered).toBeGreaterThan(0);
		flight.session.control({ ...inputs, covered: 0 });
		flight.session.run(true);
		flight.wait(1200);
		flight.session.flush();
		const { track } = opened(flight.all('chunk').at(-1)!);
		expect(track.column('covered').at(-1)).toBe(inputs.covered);
	});

	it('are the instructor’s while he sets an attitude up, offered then, and the student’s when taken', () => {
		const flight = begun(cardCatalog.get('upset-mild'));
		const { inputs, frame } = flight.all('loaded')[0]!;
		expect(frame.byInstructor).toBe(true);
		flight.session.take();
		expect(flight.all('given')).toEqual([]);
		flight.session.run(true);
		flight.session.control({ ...inputs, aileron: 1 });
		flight.wait(60_000, 40);
		expect(flight.all('offered')).toHaveLength(1);
		const offered = flight.seconds();
		flight.wait(2000);
		expect(flight.seconds()).toBe(offered);
		flight.session.take();
		expect(flight.all('given')[0]!.inputs.byInstructor).toBe(0);
		flight.wait(1000);
		expect(flight.seconds()).toBeCloseTo(offered + 1, 1);
		expect(flight.all('frame').at(-1)!.frame.byInstructor).toBe(false);
	});

	it('an instructor’s failure comes and goes on command, and he may freeze the flight', () => {
		const flight = begun();
		flight.session.run(true);
		flight.wait(1000);
		flight.session.execute({ kind: 'fail', failure: 'vacuum', creepSeconds: 0 });
		flight.wait(1000);
		expect(flight.session.situation().failures.map(({ kind }) => kind)).toEqual(['vacuum']);
		flight.session.execute({ kind: 'repair', failure: 'vacuum' });
		expect(flight.session.situation().failures).toEqual([]);
		flight.session.execute({ kind: 'freeze' });
		const frozen = flight.seconds();
		flight.wait(1000);
		expect(flight.seconds()).toBe(frozen);
	});
});

describe('the looks of a veiled flight', () => {
	it('are kept with the chunk in which they are, one after the other, in flight time', () => {
		const flight = begun();
		flight.session.run(true);
		flight.session.gaze('attitude');
		flight.wait(1200);
		flight.session.gaze('altimeter');
		flight.wait(800);
		flight.session.gaze(null);
		flight.wait(1500);
		flight.session.flush();
		const looks = flight.all('chunk').flatMap((chunk) => opened(chunk).looks);
		const time = (name: string) =>
			looks
				.filter(({ instrument }) => instrument === name)
				.reduce((sum, { startMs, endMs }) => sum + endMs - startMs, 0);
		expect(Math.abs(time('attitude') - 1200)).toBeLessThan(60);
		expect(Math.abs(time('altimeter') - 800)).toBeLessThan(60);
		looks.slice(1).forEach(({ startMs }, i) => expect(startMs).toBeGreaterThanOrEqual(looks[i]!.endMs));
	});
});
