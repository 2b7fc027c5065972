import type { Component } from 'svelte';
import CalendarCheck from '@lucide/svelte/icons/calendar-check';
import CircleHelp from '@lucide/svelte/icons/circle-question-mark';
import LibraryBig from '@lucide/svelte/icons/library-big';
import NotebookPen from '@lucide/svelte/icons/notebook-pen';
import Ruler from '@lucide/svelte/icons/ruler';
import Target from '@lucide/svelte/icons/target';
import Users from '@lucide/svelte/icons/users';

import { inside } from './moved.js';

export type Role = 'instructor' | 'student';

/** A page of the second row. */
export interface Room {
	href: string;
	text: string;
}

/** One of the few places at the top, with what is inside it. */
export interface House extends Room {
	/** Pressed after G, it leads there. */
	key: string;
	icon: Component;
	rooms: readonly Room[];
	/** Addresses that belong here, besides its own and its rooms'. */
	also: readonly string[];
}

const AIRCRAFT: Room = { href: '/library/aircraft', text: 'Aircraft' };
const PROCEDURES: Room = { href: '/library/procedures', text: 'Procedures' };
const AREAS: Room = { href: '/library/areas', text: 'Areas' };
const DRILLS: Room = { href: '/practice/drills', text: 'Drills' };
const FAULTS: Room = { href: '/practice/faults', text: 'Faults' };
const CALCULATIONS: Room = { href: '/bench', text: 'Calculations' };
const CONTROLS: Room = { href: '/practice/controls', text: 'Keys and stick' };

const today = (also: string[]): House => ({
	href: '/today',
	text: 'Today',
	key: 't',
	icon: CalendarCheck,
	rooms: [],
	also
});
const practice: House = {
	href: '/practice',
	text: 'Practice',
	key: 'p',
	icon: Target,
	rooms: [DRILLS, FAULTS, CONTROLS],
	also: []
};
const bench = (rooms: Room[], also: string[] = []): House => ({
	href: '/bench',
	text: 'Bench',
	key: 'b',
	icon: Ruler,
	rooms,
	also
});
const help: House = { href: '/help', text: 'Help', key: 'h', icon: CircleHelp, rooms: [], also: [] };

export const HOUSES: Record<Role, readonly House[]> = {
	instructor: [
		today([]),
		{
			href: '/students',
			text: 'Students',
			key: 's',
			icon: Users,
			rooms: [
				{ href: '/students', text: 'All students' },
				{ href: '/set', text: 'Set a task' },
				{ href: '/people', text: 'People' }
			],
			also: ['/debrief', '/watch', '/log']
		},
		{
			href: '/library',
			text: 'Library',
			key: 'l',
			icon: LibraryBig,
			rooms: [
				{ href: '/library/cards', text: 'Cards' },
				PROCEDURES,
				AREAS,
				AIRCRAFT,
				{ href: '/library/standards', text: 'Standards' },
				{ href: '/library/rules', text: 'Rule sets' }
			],
			also: []
		},
		practice,
		bench([CALCULATIONS, { href: '/bench/tap', text: 'Tap sheet' }]),
		help
	],
	student: [
		today(['/brief']),
		{
			href: '/record',
			text: 'Record',
			key: 'r',
			icon: NotebookPen,
			rooms: [
				{ href: '/record', text: 'What I have shown' },
				{ href: '/log/own', text: 'Log' },
				{ href: '/log/own/rating', text: 'Way to the rating' },
				{ href: '/record/practice', text: 'Practice time' }
			],
			also: ['/debrief', '/log']
		},
		practice,
		bench([CALCULATIONS, PROCEDURES, AIRCRAFT, AREAS], ['/library']),
		help
	]
};

/** Where a path is: the house, and the room in it with the longest address that fits. */
export function placeOf(houses: readonly House[], path: string): { house: House | null; room: Room | null } {
	const house =
		houses.find(({ href, rooms, also }) =>
			[href, ...rooms.map((room) => room.href), ...also].some((one) => inside(path, one))
		) ?? null;
	const fitting = (house?.rooms ?? []).filter(({ href }) => inside(path, href));
	fitting.sort((a, b) => b.href.length - a.href.length);
	return { house, room: fitting[0] ?? null };
}
