import { describe, expect, it, vi } from 'vitest';
import { encodeChunk, CardFlight, flyByRobot, TECHNIQUES, withPlaces, type Track } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '../../data/index.js';
import { openDatabase } from '../../src/lib/server/db.js';
import {
	addAssignment,
	addChunk,
	addLooks,
	attemptsOf,
	findAttempt,
	findPerson,
	recordingOf
} from '../../src/lib/server/data/index.js';
import {
	addAttemptChunk,
	beginFlight,
	briefPage,
	copyCard,
	copyStandard,
	debriefPage,
	deleteArea,
	deleteCard,
	handOver,
	letLeave,
	putAwayStandard,
	RECORD_VIEWS,
	recordingBytes,
	recordView,
	remark,
	endFlight,
	holdFlight,
	saveArea,
	saveChunk,
	trackOf
} from '../../src/lib/server/services/index.js';
import { settableCard, visibleStandard } from '../../src/lib/server/policy.js';
import { somebody, withDatabase } from './database.js';

const at = withDatabase();
const card = cardCatalog.get('approach-descent');
const aircraft = aircraftCatalog.get(card.aircraft);
const area = areaCatalog.get(card.area);
const { track } = flyByRobot(card, aircraft, area, TECHNIQUES.steady, 1, 60);
const resume = new CardFlight(card, aircraft, area, { assist: 'direct', seed: 1 }).state();
const piece = (from: number, to: number, whole: Track = track) =>
	encodeChunk({ first: 0, track: whole }, from, to);

/** A chunk as the browser sends it. */
function asSent(chunk: Uint8Array): Uint8Array {
	const state = new TextEncoder().encode(JSON.stringify({ resume, looks: [] }));
	const body = new Uint8Array(4 + state.length + chunk.length);
	new DataView(body.buffer).setUint32(0, state.length, true);
	body.set(state, 4);
	body.set(chunk, 4 + state.length);
	return body;
}

async function flight() {
	const instructor = await somebody(at.db, 'instructor');
	const student = await somebody(at.db, 'student', instructor.id);
	const begin = async () => {
		const id = await beginFlight(at.db, student, {
			assignmentId: null,
			card,
			standard: standardCatalog.get('us-instrument'),
			assist: 'direct'
		});
		return (await findAttempt(at.db, id))!;
	};
	return { instructor, student, begin, attempt: await begin() };
}
const chunksLeft = async (id: string) =>
	Number((await at.db('attempt_chunks').where({ attempt_id: id }).count('* as n').first())!.n);

describe('a chunk', () => {
	it('is acknowledged only when it is there: never in the place of another, never across a gap', async () => {
		const { attempt } = await flight();
		const send = (seq: number, from: number, to: number) =>
			saveChunk(at.db, attempt, seq, piece(from, to), resume);
		expect(await send(0, 0, 100)).toBe('kept');
		expect(await send(0, 0, 100)).toBe('kept');
		expect(await send(0, 0, 90)).toBe('differs');
		expect(await send(2, 100, 200)).toBe('gap');
		expect(await send(1, 120, 200)).toBe('gap');
		expect(await send(1, 50, 200)).toBe('gap');
		expect(await send(1, 100, 200)).toBe('kept');
		await expect(send(2, 200, 200)).rejects.toThrow('/body has no samples');
		const other = Object.assign(Object.create(Object.getPrototypeOf(track)), track, { rateHz: 5 });
		await expect(saveChunk(at.db, attempt, 2, piece(200, 300, other as Track), resume)).rejects.toThrow(
			'/body must have 10 samples a second'
		);
		expect((await trackOf(at.db, attempt)).length).toBe(200);
	});

	it('is refused beyond twelve hours, and where more comes than can be flown', async () => {
		const { student, attempt } = await flight();
		const late = encodeChunk({ first: 432_000, track }, 0, 10);
		await expect(saveChunk(at.db, attempt, 0, late, resume)).rejects.toThrow('12 hours');
		const body = asSent(piece(0, 10));
		const sent = await Promise.allSettled(
			Array.from({ length: 230 }, () => addAttemptChunk(at.db, student, attempt.id, 0, body))
		);
		const refused = sent.filter((one) => one.status === 'rejected' && one.reason.name === 'TooMuch');
		expect(refused).toHaveLength(30);
		expect((await trackOf(at.db, attempt)).length).toBe(10);
	}, 60_000);

	it('beyond what one flight or one person may take is refused in words, and what was kept stays', async () => {
		const { student, attempt, begin } = await flight();
		const body = asSent(piece(0, 10));
		await addAttemptChunk(at.db, student, attempt.id, 0, body);
		const { stored_bytes: stored } = await at.db('attempts').where({ id: attempt.id }).first('stored_bytes');
		expect(stored).toBe(piece(0, 10).length);
		await at.db('attempts').where({ id: attempt.id }).update({ stored_bytes: 320e6 });
		await expect(addAttemptChunk(at.db, student, attempt.id, 1, asSent(piece(10, 20)))).rejects.toThrow(
			'as long as one can be'
		);
		await at.db('attempts').where({ id: attempt.id }).update({ stored_bytes: 2001e6 });
		const next = await begin();
		await addAttemptChunk(at.db, student, next.id, 0, body).then(
			() => expect.fail('it was kept'),
			(error: Error) => expect(error.message).toContain('2000 MB that are kept')
		);
		await at.db('attempts').where({ id: attempt.id }).update({ stored_bytes: stored });
		await addAttemptChunk(at.db, student, next.id, 0, body);
		// A recording in place of its parts takes less.
		await endFlight(at.db, next, 'finished');
		const ended = await at.db('attempts').where({ id: next.id }).first('stored_bytes', 'recording');
		expect(ended.stored_bytes).toBe(ended.recording.length);
		expect((await trackOf(at.db, attempt)).length).toBe(10);
	});

	it('after the end is acknowledged where the recording has it, and left to its sender where it has not', async () => {
		const { attempt } = await flight();
		await saveChunk(at.db, attempt, 0, piece(0, 100), resume);
		await saveChunk(at.db, attempt, 1, piece(100, 200), resume);
		await endFlight(at.db, attempt, 'finished');
		expect(await saveChunk(at.db, attempt, 1, piece(100, 200), resume)).toBe('kept');
		expect(await saveChunk(at.db, attempt, 2, piece(200, 300), resume)).toBe('ended');
	});

	it('that comes while the flight ends is in its recording, or is left to its sender', async () => {
		const { begin } = await flight();
		let [inIt, left] = [0, 0];
		for (let i = 0; i < 40; i++) {
			const attempt = await begin();
			await saveChunk(at.db, attempt, 0, piece(0, 40), resume);
			const late = async () => {
				await new Promise((done) => setTimeout(done, (i % 10) * 3));
				return saveChunk(at.db, attempt, 1, piece(40, 80), resume);
			};
			const end = async () => {
				await new Promise((done) => setTimeout(done, (i % 7) * 5));
				return endFlight(at.db, attempt, 'finished');
			};
			const [fate] = await Promise.all([late(), end()]);
			const { samples } = (await findAttempt(at.db, attempt.id))!;
			expect(samples).toBe(fate === 'kept' ? 80 : 40);
			if (fate === 'kept') inIt++;
			else left++;
		}
		// Both happen, else this has shown nothing.
		expect([inIt > 0, left > 0]).toEqual([true, true]);
	}, 60_000);
});

describe('two devices', () => {
	it('one holds a flight, the other is told, takes it over, and what the first still sends stays with it', async () => {
		const { student, attempt } = await flight();
		const hold = (device: string, takeOver = false) =>
			holdFlight(at.db, student, attempt.id, { device, takeOver });
		const send = (device: string, seq: number, from: number, to: number) =>
			saveChunk(at.db, attempt, seq, piece(from, to), resume, [], device);
		expect(await hold('tablet-1')).toEqual({ held: true, heardAt: null });
		expect(await send('tablet-1', 0, 0, 50)).toBe('kept');
		expect((await hold('laptop-2')).held).toBe(false);
		expect(await send('laptop-2', 1, 50, 100)).toBe('elsewhere');
		expect((await hold('laptop-2', true)).held).toBe(true);
		expect(await send('tablet-1', 1, 50, 90)).toBe('elsewhere');
		expect(await send('laptop-2', 1, 50, 100)).toBe('kept');
		expect((await hold('tablet-1')).held).toBe(false);
		// A device that is not heard any more holds nothing.
		await at
			.db('attempts')
			.where({ id: attempt.id })
			.update({ lease_until: new Date(Date.now() - 1000) });
		expect((await hold('tablet-1')).held).toBe(true);
		expect(await send('tablet-1', 1, 50, 90)).toBe('differs');
		expect(await send('tablet-1', 2, 100, 150)).toBe('kept');
	});

	it('a stranger holds nothing', async () => {
		const { attempt } = await flight();
		const other = await somebody(at.db, 'student');
		await expect(
			holdFlight(at.db, other, attempt.id, { device: 'somewhere', takeOver: true })
		).rejects.toMatchObject({ name: 'NotFoundError' });
	});
});

describe('the end of a flight', () => {
	it('killed anywhere in it, two hundred times: unfinished and whole, or finished and whole', async () => {
		// The driver tells of each connection that is killed.
		vi.spyOn(console, 'log').mockImplementation(() => {});
		const { begin } = await flight();
		const url = new URL(process.env.DATABASE_URL!);
		url.searchParams.set('application_name', 'victim');
		const kill = () =>
			at.db.raw(`select pg_terminate_backend(pid) from pg_stat_activity where application_name = 'victim'`);
		let attempt = await begin();
		const fill = async () => {
			for (let seq = 0; seq < 4; seq++)
				await saveChunk(at.db, attempt, seq, piece(seq * 100, seq * 100 + 100), resume);
		};
		await fill();
		// Moments spread over what an end takes here and now, and somewhat beyond.
		let longest = 0;
		for (let i = 0; i < 3; i++) {
			const began = performance.now();
			await endFlight(at.db, attempt, 'finished');
			longest = Math.max(longest, 1.6 * (performance.now() - began));
			attempt = await begin();
			await fill();
		}
		let [unfinished, finished] = [0, 0];
		let victim = openDatabase(url.href);
		for (let i = 0; i < 200; i++) {
			const ending = endFlight(victim, attempt, 'finished').catch(() => {});
			await new Promise((done) => setTimeout(done, (((i * 7) % 90) / 90) * longest));
			await kill();
			await ending;
			await victim.destroy();
			victim = openDatabase(url.href);
			const now = (await findAttempt(at.db, attempt.id))!;
			const recording = await recordingOf(at.db, attempt.id);
			const stretches = Number(
				(await at.db('steady_stretches').where({ attempt_id: attempt.id }).count('* as n').first())!.n
			);
			const state = [
				now.status,
				now.grade !== null,
				recording !== null,
				await chunksLeft(attempt.id),
				now.samples
			];
			if (now.status === 'flying') {
				expect(state).toEqual(['flying', false, false, 4, 400]);
				expect(stretches).toBe(0);
				unfinished++;
			} else {
				expect(state).toEqual(['finished', true, true, 0, 400]);
				expect(stretches).toBeGreaterThan(0);
				expect((await trackOf(at.db, now)).length).toBe(400);
				finished++;
				attempt = await begin();
				await fill();
			}
		}
		await victim.destroy();
		vi.restoreAllMocks();
		expect([unfinished > 20, finished > 20]).toEqual([true, true]);
	}, 240_000);

	it('grades what is whole of a recording that is not, says to where, and keeps the rest', async () => {
		const { student, begin } = await flight();
		const rateOther = Object.assign(Object.create(Object.getPrototypeOf(track)), track, {
			rateHz: 5
		}) as Track;
		const broken: [string, Uint8Array[], number, number][] = [
			['a hole', [piece(0, 100), piece(150, 250)], 100, 1],
			['one that goes back', [piece(0, 100), piece(100, 200), piece(0, 20), piece(20, 300)], 200, 2],
			['an empty one', [piece(0, 100), piece(100, 100), piece(100, 200)], 200, 0],
			['another rate', [piece(0, 100), piece(100, 200, rateOther)], 100, 1],
			['no chunk at all', [piece(0, 100), new Uint8Array([9, 9, 9, 9, 9])], 100, 1],
			['nothing that can be read', [new Uint8Array([1])], 0, 1]
		];
		for (const [what, chunks, samples, left] of broken) {
			const attempt = await begin();
			for (const [seq, body] of chunks.entries())
				await at.db('attempt_chunks').insert({ attempt_id: attempt.id, seq, body: Buffer.from(body) });
			await at.db('attempts').where({ id: attempt.id }).update({ samples: 300 });
			expect((await trackOf(at.db, attempt)).length, what).toBe(samples);
			expect(await endFlight(at.db, attempt, 'finished'), what).toBe('kept');
			const ended = (await findAttempt(at.db, attempt.id))!;
			expect(ended.status, what).toBe('finished');
			expect(ended.wholeToSeconds, what).toBe(left > 0 ? samples / 10 : null);
			expect(await chunksLeft(attempt.id), what).toBe(left);
			const page = await debriefPage(at.db, student, attempt.id);
			if (page.attempt) expect(page.attempt.wholeToSeconds, what).toBe(ended.wholeToSeconds);
			else expect(page, what).toMatchObject({ ended: true });
		}
	});
});

describe('a flight that came faster than it can be flown', () => {
	it('is marked, one that came at eight times is not', async () => {
		const { student, begin } = await flight();
		const marked = async (secondsAgo: number): Promise<boolean> => {
			const attempt = await begin();
			await at
				.db('attempts')
				.where({ id: attempt.id })
				.update({ started_at: new Date(Date.now() - secondsAgo * 1000) });
			await saveChunk(at.db, attempt, 0, piece(0, 400), resume);
			await endFlight(at.db, attempt, 'finished');
			const page = await debriefPage(at.db, student, attempt.id);
			const [row] = await attemptsOf(at.db, student.id, 1);
			expect((await findAttempt(at.db, attempt.id))!.tooFast).toBe(page.attempt!.tooFast);
			expect(row).toHaveProperty('tooFast');
			return page.attempt!.tooFast;
		};
		// Forty seconds of flight, flown in five at eight times.
		expect([await marked(1), await marked(5.5), await marked(40)]).toEqual([true, false, false]);
	});
});

describe('what a brief may not tell', () => {
	it('is not sent: neither what will fail, nor a wind that is to be found', async () => {
		const { instructor, student } = await flight();
		const base = cardCatalog.get('hold-direct');
		const hidden = {
			...base,
			windInBrief: false,
			weather: { ...base.weather, windLayers: [{ altitudeFt: 0, fromDeg: 237, speedKt: 19 }], gustKt: 11 },
			failures: [{ kind: 'vacuum' as const, onset: { kind: 'at' as const, seconds: 77 } }]
		};
		const brief = async (card: typeof base): Promise<string> => {
			const id = await addAssignment(at.db, {
				studentId: student.id,
				instructorId: instructor.id,
				card,
				standardId: 'us-instrument',
				assist: 'any',
				note: ''
			});
			return JSON.stringify(await briefPage(at.db, student, id));
		};
		const told = await brief(hidden);
		for (const secret of ['237', 'vacuum', '"gustKt":11', '"speedKt":19']) expect(told).not.toContain(secret);
		expect(await brief({ ...hidden, windInBrief: true })).toContain('237');
	});
});

describe('what is put away', () => {
	it('stays for those who speak of it: a debrief in an area that was removed opens', async () => {
		const { instructor, student } = await flight();
		const base = cardCatalog.get('hold-direct');
		const areaId = await saveArea(at.db, instructor, areaCatalog.get(base.area));
		const own = { ...areaCatalog.get(base.area), id: areaId };
		const { navigation: _, ...bare } = base;
		const flown = withPlaces({ ...bare, area: areaId }, own);
		const id = await beginFlight(at.db, student, {
			assignmentId: null,
			card: flown,
			standard: standardCatalog.get('us-instrument'),
			assist: 'direct'
		});
		const robot = flyByRobot(flown, aircraftCatalog.get(flown.aircraft), own, TECHNIQUES.steady, 1, 60);
		await addChunk(at.db, id, {
			seq: 0,
			body: encodeChunk({ first: 0, track: robot.track }),
			samples: robot.track.length,
			resume: null
		});
		await deleteArea(at.db, instructor, areaId);
		await endFlight(at.db, { id }, 'finished');
		const page = await debriefPage(at.db, student, id);
		expect(page.attempt!.card.area).toBe(areaId);
		expect(page.area!.id).toBe(areaId);
		await expect(deleteArea(at.db, instructor, areaId)).rejects.toMatchObject({ name: 'NotFoundError' });
	});

	it('every debrief opens for ever: all that can be put away is, and what this version no longer ships is gone', async () => {
		const { instructor: head, student } = await flight();
		await at.db('attempts').delete();
		await at.db('users').where({ id: head.id }).update({ is_head: true });
		const standard = await copyStandard(at.db, head, 'us-instrument');
		const ownCard = await copyCard(at.db, head, 'oval');
		const ids = ['oval', 'hold-direct', 'upset-steep', 'approach-descent', 'ves-ils-10', 'compass-turns'];
		const known = cardCatalog.all.filter(({ id }) => ids.includes(id));
		expect(known.length).toBeGreaterThan(3);
		const cards = [(await settableCard(at.db, head, ownCard))!.card, ...known];
		for (const [i, flown] of cards.entries()) {
			const assignmentId = await addAssignment(at.db, {
				studentId: student.id,
				instructorId: head.id,
				card: flown,
				standardId: standard,
				assist: 'any',
				note: ''
			});
			const id = await beginFlight(at.db, student, {
				assignmentId,
				card: flown,
				standard: (await visibleStandard(at.db, head, standard))!.standard,
				assist: 'direct'
			});
			const { aircraft, area } = flown;
			const robot = flyByRobot(
				flown,
				aircraftCatalog.get(aircraft),
				areaCatalog.get(area),
				TECHNIQUES.steady,
				1,
				40
			);
			await addChunk(at.db, id, {
				seq: 0,
				body: encodeChunk({ first: 0, track: robot.track }),
				samples: robot.track.length,
				resume: null
			});
			if (i % 2 === 0)
				await addLooks(at.db, id, 'veil', [{ instrument: 'altimeter', startMs: 0, endMs: 2000 }]);
			await endFlight(at.db, { id }, 'finished');
			await remark(at.db, head, id, { text: 'Seen.', atSeconds: 1 });
		}
		const other = await somebody(at.db, 'instructor');
		await deleteCard(at.db, head, ownCard);
		await putAwayStandard(at.db, head, standard);
		await handOver(at.db, (await findPerson(at.db, head.id))!, student.id, other.id);
		await at.db('users').where({ id: other.id }).update({ is_head: true });
		await letLeave(at.db, (await findPerson(at.db, other.id))!, head.id, true);
		// One of each was made by a version that had another aircraft and another area.
		await at.db('attempts').update({
			card: at.db.raw(`card || '{"aircraft":"flown-no-more","area":"gone"}'`)
		});
		const rows = await at.db('attempts').select('id');
		expect(rows).toHaveLength(cards.length);
		for (const { id } of rows)
			for (const person of [(await findPerson(at.db, student.id))!, (await findPerson(at.db, other.id))!]) {
				const page = await debriefPage(at.db, person, id);
				expect(page.attempt!.card.aircraft).toBe('flown-no-more');
				expect(page.grade!.phases.length).toBeGreaterThan(0);
				expect(page.remarks![0]!.authorName).toBe(head.name);
				expect((await recordingBytes(at.db, person, id)).bytes.length).toBeGreaterThan(100);
			}
		const record = await recordView(at.db, student.id, 'flights');
		expect(record.view === 'flights' && record.flights).toHaveLength(cards.length);
		for (const view of RECORD_VIEWS) await recordView(at.db, student.id, view);
	}, 60_000);
});
