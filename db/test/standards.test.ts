import { describe, expect, it } from 'vitest';
import { TARGET_KINDS, toleranceOf, type Standard, type TargetKind, NO_CONDITIONS } from '@hanza/core';
import { cardCatalog, standardCatalog } from '../../data/index.js';
import { findAssignment, findStandard, openAssignments } from '../../src/lib/server/data/index.js';
import {
	changeOwnStandard,
	copyStandard,
	putAwayStandard,
	setTask,
	standardOf,
	standardPage,
	standardRows,
	beginAttempt,
	taskPage,
	type StandardChange
} from '../../src/lib/server/services/index.js';
import { somebody, withDatabase } from './database.js';

const at = withDatabase();
const changeOf = (standard: Standard, change: Partial<StandardChange> = {}): StandardChange => ({
	name: standard.name,
	edition: standard.edition,
	source: standard.source,
	excursionSeconds: standard.excursionSeconds,
	backSeconds: 2,
	farTimes: 2,
	outsideShare: 0.1,
	items: Object.fromEntries(
		TARGET_KINDS.map((kind) => {
			const { above, below, decisive } = toleranceOf(standard, kind);
			return [kind, { above, below, decisive }];
		})
	) as StandardChange['items'],
	...change
});

async function school() {
	const owner = await somebody(at.db, 'instructor');
	const student = await somebody(at.db, 'student', owner.id);
	const id = await copyStandard(at.db, owner, 'school-test');
	return { owner, student, id, standard: await standardOf(at.db, id) };
}

describe('the school’s own standards', () => {
	it('begin as a copy, and are listed before those that ship', async () => {
		const { owner, id, standard } = await school();
		expect(standard).toMatchObject({ name: 'School, test, own' });
		expect(standard.items).toEqual(standardCatalog.get('school-test').items);
		const rows = await standardRows(at.db, owner);
		expect(rows[0]).toMatchObject({ id, mine: true });
		expect(rows.slice(1).map((one) => one.id)).toEqual(standardCatalog.all.map((one) => one.id));
		expect(rows.slice(1).every(({ mine }) => !mine)).toBe(true);
	});

	it('are changed by their owner, and grade what is flown after', async () => {
		const { owner, student, id, standard } = await school();
		const tight = changeOf(standard, { excursionSeconds: 3 });
		tight.items.altitudeFt = { above: 40, below: 30, decisive: true };
		await changeOwnStandard(at.db, owner, id, tight);
		expect(await standardOf(at.db, id)).toMatchObject({
			id,
			excursionSeconds: 3,
			items: { altitudeFt: { above: 40, below: 30 } }
		});
		expect((await standardPage(at.db, owner, id)).items[0]).toMatchObject({ kind: 'altitudeFt', below: 30 });
		expect((await taskPage(at.db, owner)).standards[0]).toMatchObject({ id });
		await setTask(at.db, owner, {
			...NO_CONDITIONS,
			student: student.id,
			card: cardCatalog.get('straight-level').id,
			standard: id,
			assist: 'any',
			note: ''
		});
		const [task] = await openAssignments(at.db, student.id);
		expect(task!.standardId).toBe(id);
		// Put away it is set no more, and still grades what was set by it.
		await putAwayStandard(at.db, owner, id);
		expect((await standardRows(at.db, owner)).some((one) => one.id === id)).toBe(false);
		expect((await findStandard(at.db, id))!.archivedAt).not.toBeNull();
		const attempt = await beginAttempt(at.db, student, { assignmentId: task!.id, assist: 'direct' });
		expect(attempt).toMatch(/^[0-9a-f-]{36}$/);
		expect((await findAssignment(at.db, task!.id))!.standardId).toBe(id);
	});

	it('are nobody else’s: neither seen, changed, copied, set nor put away', async () => {
		const { id, standard, student } = await school();
		const other = await somebody(at.db, 'instructor');
		const theirs = await somebody(at.db, 'student', other.id);
		for (const person of [other, student])
			for (const tried of [
				() => standardPage(at.db, person, id),
				() => changeOwnStandard(at.db, person, id, changeOf(standard)),
				() => copyStandard(at.db, person, id),
				() => putAwayStandard(at.db, person, id)
			])
				await expect(tried()).rejects.toMatchObject({ name: 'NotFoundError' });
		const task = {
			...NO_CONDITIONS,
			student: theirs.id,
			card: 'straight-level',
			standard: id,
			assist: 'any',
			note: ''
		} as const;
		await expect(setTask(at.db, other, task)).rejects.toMatchObject({ name: 'NotFoundError' });
		expect((await findStandard(at.db, id))!.archivedAt).toBeNull();
	});

	it('keep a needle within its scale, and ask for nothing that nobody can keep', async () => {
		const { owner, id, standard } = await school();
		const wrong = (kind: TargetKind, above: number, below: number) => {
			const change = changeOf(standard);
			change.items[kind] = { above, below, decisive: true };
			return changeOwnStandard(at.db, owner, id, change);
		};
		await expect(wrong('needle', 1.2, 0.75)).rejects.toThrow('/items/needle/above must be 1 at most');
		await expect(wrong('altitudeFt', 0, 0)).rejects.toThrow('/items/altitudeFt/above must be more than 0');
		await expect(wrong('altitudeFt', -5, 10)).rejects.toThrow();
		// One side alone may be nothing: a minimum is never gone below.
		await wrong('altitudeFt', 100, 0);
		expect((await standardOf(at.db, id)).items.altitudeFt).toMatchObject({ above: 100, below: 0 });
		// Those that ship stay as they are.
		await expect(changeOwnStandard(at.db, owner, 'us-instrument', changeOf(standard))).rejects.toMatchObject({
			name: 'NotFoundError'
		});
	});
});
