import { fail, redirect } from '@sveltejs/kit';
import { areaFromGeoJson, HanzaError } from '@hanza/core';
import { areaCatalog } from '$data';
import { database } from '$lib/server/db.js';
import { areasOf, removeArea } from '$lib/server/data/index.js';
import { found, requirePerson } from '$lib/server/guard.js';
import { saveArea, visibleArea } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	const person = requirePerson(locals);
	const owner = person.role === 'instructor' ? person.id : person.instructorId;
	const own = owner ? await areasOf(database(), owner) : [];
	const row = (area: (typeof own)[number]['area'], mine: boolean) => ({
		id: area.id,
		name: area.name,
		stations: area.stations.filter(({ kind }) => kind !== 'marker').length,
		fixes: area.fixes.length,
		airports: area.airports.length,
		mine
	});
	return {
		mayKeep: person.role === 'instructor',
		areas: [
			...areaCatalog.all.map((area) => row(area, false)),
			...own.map(({ area }) => row(area, person.role === 'instructor'))
		]
	};
};

export const actions: Actions = {
	copy: async ({ locals, request }) => {
		const person = requirePerson(locals, 'instructor');
		const db = database();
		const id = String((await request.formData()).get('area') ?? '');
		const { area } = found(await visibleArea(db, person, id));
		const kept = await saveArea(db, person, { ...area, name: `${area.name}, own`.slice(0, 80) });
		redirect(303, `/areas/${kept}`);
	},
	import: async ({ locals, request }) => {
		const person = requirePerson(locals, 'instructor');
		const file = (await request.formData()).get('file');
		if (!(file instanceof File) || file.size === 0) return fail(400, { message: 'Choose a file first.' });
		if (file.size > 3_000_000) return fail(400, { message: 'An area is no larger than 3 MB.' });
		let id: string;
		try {
			id = await saveArea(database(), person, areaFromGeoJson(JSON.parse(await file.text())));
		} catch (error) {
			if (error instanceof SyntaxError) return fail(400, { message: `${file.name} is not JSON.` });
			if (error instanceof HanzaError) return fail(400, { message: error.message });
			throw error;
		}
		redirect(303, `/areas/${id}`);
	},
	remove: async ({ locals, request }) => {
		const person = requirePerson(locals, 'instructor');
		const id = String((await request.formData()).get('area') ?? '');
		found((await removeArea(database(), person.id, id)) > 0 ? true : null);
	}
};
