import type { Knex } from 'knex';
import { cardCatalog } from '$data';
import type { Findable } from '$lib/contracts/views.js';
import { attemptsOf, cardsOf, openAssignments, studentsOf, type Person } from '../../data/index.js';

const LAST_FLIGHTS = 12;
const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

/** What a person can go to besides the pages: students and cards, or tasks and flights; never another's. */
export async function findable(db: Knex, person: Person): Promise<Findable[]> {
	if (person.role === 'instructor') {
		const [students, cards] = await Promise.all([studentsOf(db, person.id), cardsOf(db, person.id)]);
		return [
			...students.map(({ id, name }) => ({ group: 'Students', text: name, href: `/students/${id}` })),
			...cards.map(({ id, card }) => ({ group: 'Your cards', text: card.name, href: `/cards/${id}` })),
			...cardCatalog.all.map(({ id, name }) => ({ group: 'Set a task', text: name, href: `/set?card=${id}` }))
		];
	}
	const [tasks, flights] = await Promise.all([
		openAssignments(db, person.id),
		attemptsOf(db, person.id, LAST_FLIGHTS)
	]);
	return [
		...tasks.map(({ id, card }) => ({ group: 'Tasks', text: card.name, href: `/brief/${id}` })),
		...flights
			.filter(({ status }) => status !== 'flying')
			.map(({ id, cardName, startedAt }) => ({
				group: 'Debriefs',
				text: `${cardName}, ${DAY.format(startedAt)}`,
				href: `/debrief/${id}`
			}))
	];
}
