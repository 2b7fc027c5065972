import type { Knex } from 'knex';
import { DRILL_IDS, DRILLS, GALLERY } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, procedureCatalog } from '$data';
import { TOOL_IDS, TOOLS } from '$lib/bench/tools.js';
import type { Findable } from '$lib/contracts/find-api.js';
import { attemptsOf, cardsOf, openAssignments, studentsOf, type Person } from '../../data/index.js';

const LAST_FLIGHTS = 12;
const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

/** What is there for everybody. */
const common = (): Findable[] => [
	...TOOL_IDS.map((id) => ({ group: 'Bench', text: TOOLS[id].name, href: `/bench/${id}` })),
	...DRILL_IDS.map((id) => ({ group: 'Drills', text: DRILLS[id].name, href: `/practice/drills/${id}` })),
	...GALLERY.map(({ kind, name }) => ({ group: 'Faults', text: name, href: `/practice/faults/${kind}` })),
	...aircraftCatalog.all.map(({ id, name }) => ({
		group: 'Aircraft',
		text: name,
		href: `/library/aircraft/${id}`
	})),
	...procedureCatalog.all.map(({ id, name, airport }) => ({
		group: 'Procedures',
		text: `${airport}: ${name}`,
		href: `/library/procedures/${id}`
	})),
	...areaCatalog.all.map(({ id, name }) => ({ group: 'Areas', text: name, href: `/library/areas/${id}` }))
];

/** What a person can go to besides the pages: what is there for all, and students and cards, or tasks and flights; never another's. */
export const findable = async (db: Knex, person: Person): Promise<Findable[]> => [
	...(await own(db, person)),
	...common()
];

async function own(db: Knex, person: Person): Promise<Findable[]> {
	if (person.role === 'instructor') {
		const [students, cards] = await Promise.all([studentsOf(db, person.id), cardsOf(db, person.id)]);
		return [
			...students.map(({ id, name }) => ({ group: 'Students', text: name, href: `/students/${id}` })),
			...cards.map(({ id, card }) => ({
				group: 'Your cards',
				text: card.name,
				href: `/library/cards/${id}`
			})),
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
