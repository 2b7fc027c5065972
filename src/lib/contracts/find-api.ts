import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { get } from './endpoint.js';

const closed = { additionalProperties: false } as const;

/** Somewhere a person may go, by its name. */
export const Findable = Type.Object(
	{ group: Type.String(), text: Type.String(), href: Type.String() },
	closed
);
export type Findable = Static<typeof Findable>;

/** A page of the handbook, ready to be shown. */
export const HelpPage = Type.Object(
	{
		id: Type.String(),
		title: Type.String(),
		/** Of the application's own making. */
		html: Type.String(),
		headings: Type.Array(Type.Object({ id: Type.String(), text: Type.String() }, closed))
	},
	closed
);
export type HelpPage = Static<typeof HelpPage>;

/** What every page of the desk asks for; apart from the rest, whose schemas would come along. */
export const FIND_API = {
	/** A page of the handbook, to be read beside the page that one is on. */
	help: get('/api/help/[page]', HelpPage),
	/** What the handbook has, by name. */
	findHelp: get('/api/help', Type.Array(Findable)),
	/** What the caller can go to by name. */
	find: get('/api/find', Type.Array(Findable))
} as const;
