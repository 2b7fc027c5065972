import type { TargetKind } from '../training/index.js';
import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { Editions, Identifier, InputError } from '../base/index.js';

const closed = { additionalProperties: false } as const;
const Tolerance = Type.Object(
	{
		above: Type.Number({ minimum: 0 }),
		below: Type.Number({ minimum: 0 }),
		/** Whether the verdict hangs on it. */
		decisive: Type.Boolean(),
		source: Type.Optional(Type.String({ maxLength: 200 }))
	},
	closed
);
type Tolerance = Static<typeof Tolerance>;

/** A target, or a segment and a target. */
const ITEM_KEY = '^([a-z][a-z0-9-]{0,30}/)?[a-zA-Z][a-zA-Z0-9-]{0,40}$';

/** What a flight is graded by: tolerances of each item, weights, the verdict's rule; with source and edition. */
export const Standard = Type.Object(
	{
		format: Type.Literal('hanza-standard'),
		version: Type.Literal(2),
		id: Identifier,
		name: Type.String({ minLength: 1, maxLength: 100 }),
		edition: Type.String({ minLength: 1, maxLength: 60 }),
		source: Type.String({ minLength: 1, maxLength: 300 }),
		/** An excursion that lasts longer fails the item, s. */
		excursionSeconds: Type.Number({ minimum: 0, maximum: 60 }),
		/** It ends when the value has been back inside for so long, s; 2 where left out. */
		backSeconds: Type.Optional(Type.Number({ minimum: 0, maximum: 30 })),
		/** So many times the tolerance fails at once, however short; 2 where left out. */
		farTimes: Type.Optional(Type.Number({ minimum: 1, maximum: 10 })),
		/** More than this share of the graded time outside fails; 0.1 where left out. */
		outsideShare: Type.Optional(Type.Number({ minimum: 0, maximum: 1 })),
		/**
		 * Tolerances by what they are of: a target, or a target in one kind of segment ("final/needle"), which comes first
		 * there. What a standard leaves out has its default.
		 */
		items: Type.Record(Type.String({ pattern: ITEM_KEY }), Tolerance)
	},
	{ ...closed, $id: 'hanza-standard' }
);
export type Standard = Static<typeof Standard>;

/** Edition 2 has an open map of items; edition 1 had just the seven targets of its day, all of them. */
export const STANDARD_EDITIONS = new Editions('hanza-standard', 2, Standard);

/** What holds where a standard says nothing of excursions. */
const USUAL_EXCURSIONS = { backSeconds: 2, farTimes: 2, outsideShare: 0.1 };
/** How long, how far and how much outside fails an item by a standard. */
export const excursionRule = (
	standard: Pick<Standard, 'excursionSeconds' | keyof typeof USUAL_EXCURSIONS>
): { excursionSeconds: number } & typeof USUAL_EXCURSIONS => ({
	...USUAL_EXCURSIONS,
	...standard
});

/** A needle goes no farther than its stop. */
const FULL_SCALE = 1;

/**
 * A standard that can be graded by: no tolerance of a needle beyond full scale, and none that nothing can meet.
 * @throws InputError that names the item.
 */
export function validateStandard(standard: Standard): Standard {
	for (const [key, { above, below }] of Object.entries(standard.items)) {
		const kind = key.split('/').at(-1);
		if ((kind === 'needle' || kind === 'glide') && Math.max(above, below) > FULL_SCALE)
			throw new InputError(
				`/items/${key}/${above > FULL_SCALE ? 'above' : 'below'}`,
				'must be 1 at most: full scale'
			);
		if (above === 0 && below === 0)
			throw new InputError(`/items/${key}/above`, 'must be more than 0 where nothing is allowed below');
	}
	return standard;
}

/** What holds where a standard says nothing of an item: school figures, which decide no verdict. */
const USUAL: Tolerance = {
	above: 0,
	below: 0,
	decisive: false,
	source: 'a school figure: the standard names none'
};
const usual = (above: number, below = above): Tolerance => ({ ...USUAL, above, below });
const DEFAULT_TOLERANCES: Readonly<Record<TargetKind, Tolerance>> = {
	altitudeFt: usual(100),
	airspeedKias: usual(10),
	headingDeg: usual(10),
	bankDeg: usual(5),
	verticalSpeedFpm: usual(100),
	needle: usual(0.75),
	arcNm: usual(1),
	glide: usual(0.75)
};

/**
 * The tolerance of a target: the standard's own for the kind of segment it is flown in, else its own for the target, else
 * the default.
 * @param segment kind of segment, as "final"; left out where a phase is none.
 */
export function toleranceOf(
	{ items }: Pick<Standard, 'items'>,
	kind: TargetKind,
	segment?: string
): Tolerance {
	return (segment && items[`${segment}/${kind}`]) || (items[kind] ?? DEFAULT_TOLERANCES[kind]);
}
