import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { Direction } from '../../base/index.js';
import { ADF_KHZ, NAV_MHZ } from '../area/stations.js';

const closed = { additionalProperties: false } as const;
const navMHz = Type.Number({ minimum: NAV_MHZ.from, maximum: NAV_MHZ.to, description: 'MHz' });
const adfKHz = Type.Number({ minimum: ADF_KHZ.from, maximum: ADF_KHZ.to, description: 'kHz' });
const PlaceId = Type.String({ maxLength: 5 });

const NavReceiver = Type.Object({ activeMHz: navMHz, standbyMHz: navMHz, courseDeg: Direction }, closed);

/** The RNAV unit: a list of places flown one after the other, or one of them on a chosen course. */
export const RnavSettings = Type.Object(
	{
		list: Type.Array(PlaceId, { maxItems: 20 }),
		/** Which of the list it goes to first. */
		to: Type.Integer({ minimum: 0, maximum: 19 }),
		/** The course into that place; null: from where it was set going, or from the place before it. */
		courseDeg: Type.Union([Type.Null(), Direction]),
		/** The final approach fix, if the list has one: its needle narrows before it. */
		finalFix: Type.Optional(PlaceId),
		/** Whether the final is guided by an angle, like a localizer: its needle narrows toward the last place of the list. */
		angular: Type.Optional(Type.Boolean()),
		/** The path down of such a final: where it rises from, NM and ft, and its angle. */
		glide: Type.Optional(
			Type.Object(
				{
					northNm: Type.Number({ minimum: -200, maximum: 200 }),
					eastNm: Type.Number({ minimum: -200, maximum: 200 }),
					elevationFt: Type.Number({ minimum: -200, maximum: 12000 }),
					angleDeg: Type.Number({ minimum: 2, maximum: 6 })
				},
				closed
			)
		),
		/** Goes up each time the pilot sets it going anew. */
		serial: Type.Integer({ minimum: 0, maximum: 1_000_000 })
	},
	closed
);
export type RnavSettings = Static<typeof RnavSettings>;

/** Whose identification is listened to, by code. */
export const LISTENED = ['off', 'nav1', 'nav2', 'adf'] as const;
/** How the radios are set: what the pilot's fingers do to them. Never changed in place. */
export const RadioSettings = Type.Object(
	{
		nav1: NavReceiver,
		nav2: NavReceiver,
		adf: Type.Object({ activeKHz: adfKHz, standbyKHz: adfKHz }, closed),
		/** What the bearing pointer points at. */
		pointer: Type.Union([Type.Literal('nav1'), Type.Literal('nav2'), Type.Literal('adf')]),
		/** Whose distance is shown. */
		distance: Type.Union([Type.Literal('nav1'), Type.Literal('nav2')]),
		/** What the first needle follows. */
		needle: Type.Union([Type.Literal('nav'), Type.Literal('rnav')]),
		/** Whose identifier is in the headset. */
		listen: Type.Union(LISTENED.map((one) => Type.Literal(one))),
		rnav: RnavSettings
	},
	closed
);
export type RadioSettings = Static<typeof RadioSettings>;

/** As they stand before anybody has touched them: tuned to nothing. */
export const RADIOS_AT_REST: RadioSettings = {
	nav1: { activeMHz: 108, standbyMHz: 108, courseDeg: 0 },
	nav2: { activeMHz: 108, standbyMHz: 108, courseDeg: 0 },
	adf: { activeKHz: 200, standbyKHz: 200 },
	pointer: 'nav1',
	distance: 'nav1',
	needle: 'nav',
	listen: 'off',
	rnav: { list: [], to: 0, courseDeg: null, serial: 0 }
};
