import type { Knex } from 'knex';
import { checkDay, InputError } from '@hanza/core';
import {
	addEndorsement,
	endorsementsOf,
	withdrawEndorsement,
	type Endorsement,
	type Person
} from '../../data/index.js';
import { found, inRole, isRecordId, visibleStudent } from '../../policy.js';
import { todayOf } from '../log/log.js';

/** What an instructor must sign before the test: the reference, and words to begin from. */
interface EndorsementKind {
	kind: string;
	name: string;
	source: string;
	/** Drafted from what the reference asks for; the instructor checks it against the current text. */
	draft: string;
	/** So many calendar months after it was given it is worth nothing, where the reference says so. */
	months: number | null;
}

export const ENDORSEMENT_KINDS: readonly EndorsementKind[] = [
	{
		kind: 'knowledge-test',
		name: 'Ready for the knowledge test',
		source: '14 CFR 61.35(a)(1), 61.65(a) and (b)',
		draft:
			'I have given {student} the ground training that 61.65(b) asks for, or have looked through a home study of it, and find {student} prepared for the knowledge test of the instrument rating, airplane.',
		months: null
	},
	{
		kind: 'knowledge-gaps',
		name: 'What the knowledge test showed missing',
		source: '14 CFR 61.39(a)(6)(iii)',
		draft:
			'{student} has shown satisfactory knowledge of the subjects in which the knowledge test found deficiencies.',
		months: null
	},
	{
		kind: 'flight-proficiency',
		name: 'Flight proficiency',
		source: '14 CFR 61.65(a)(6), 61.65(c)',
		draft:
			'I have given {student} training in the areas of operation of 61.65(c), and find {student} prepared for the practical test of the instrument rating, airplane.',
		months: null
	},
	{
		kind: 'practical-test',
		name: 'Prerequisites of the practical test',
		source: '14 CFR 61.39(a)(6)(i) and (ii)',
		draft:
			'{student} has received and logged training within the 2 calendar months before the month of application, and I find {student} prepared for the practical test of the instrument rating, airplane.',
		months: 2
	}
];

export interface EndorsementRow extends EndorsementKind {
	/** Filled with the student's name. */
	words: string;
	given: (Endorsement & { isExpired: boolean }) | null;
	/** What was given before, and withdrawn or replaced. */
	before: Endorsement[];
}

/** The checklist: each kind with the last that was given and still stands. */
export async function endorsementList(
	db: Knex,
	person: Person,
	studentId: string
): Promise<EndorsementRow[]> {
	const student = found(await visibleStudent(db, person, studentId));
	const all = await endorsementsOf(db, student.id);
	const today = todayOf();
	return ENDORSEMENT_KINDS.map((kind) => {
		const ofKind = all.filter((one) => one.kind === kind.kind);
		const given = ofKind.find(({ withdrawnAt }) => withdrawnAt === null) ?? null;
		return {
			...kind,
			words: kind.draft.replaceAll('{student}', student.name),
			given: given && { ...given, isExpired: given.expiresOn !== null && given.expiresOn < today },
			before: ofKind.filter((one) => one !== given)
		};
	});
}

/** The last day of the calendar month so many months on. */
function endOfMonth(day: string, months: number): string {
	const [year, month] = day.split('-').map(Number) as [number, number];
	return new Date(Date.UTC(year, month + months, 0)).toISOString().slice(0, 10);
}

/** Signs. @throws InputError */
export async function giveEndorsement(
	db: Knex,
	person: Person,
	studentId: string,
	{ kind, words, givenOn }: { kind: string; words: string; givenOn: string }
): Promise<void> {
	inRole(person, 'instructor');
	const student = found(await visibleStudent(db, person, studentId));
	const known = found(ENDORSEMENT_KINDS.find((one) => one.kind === kind));
	checkDay(givenOn, '/givenOn');
	if (givenOn > todayOf()) throw new InputError('/givenOn', 'must not be after today');
	if (words.trim() === '') throw new InputError('/words', 'is missing');
	await addEndorsement(db, {
		studentId: student.id,
		authorId: person.id,
		kind,
		words: words.trim(),
		givenOn,
		expiresOn: known.months === null ? null : endOfMonth(givenOn, known.months)
	});
}

export async function takeBackEndorsement(
	db: Knex,
	person: Person,
	studentId: string,
	id: string
): Promise<void> {
	inRole(person, 'instructor');
	const student = found(await visibleStudent(db, person, studentId));
	if (!isRecordId(id) || (await withdrawEndorsement(db, student.id, id)) === 0) found(null);
}
