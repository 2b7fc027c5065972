import type { Path, PathKindId, PathOf } from '@hanza/core';

/** A field of a path as an instructor fills it in. */
export type PathField = { key: string; label: string } & (
	| { kind: 'number'; min: number; max: number; unit: string; optional?: boolean }
	| { kind: 'choice'; options: readonly string[] }
	/** A place of the card; `nth` of a list of them. */
	| { kind: 'place'; nth?: number }
);

/** How a kind of path stands in the editor of a card. */
interface PathForm<K extends PathKindId> {
	words: string;
	/** As it begins when it is chosen. */
	fresh(aid: string): PathOf<K>;
	fields: readonly PathField[];
}

const deg = (key: string, label: string): PathField => ({
	key,
	label,
	kind: 'number',
	min: 0,
	max: 360,
	unit: '°'
});
const choice = (key: string, label: string, ...options: string[]): PathField => ({
	key,
	label,
	kind: 'choice',
	options
});
const at: PathField = { key: 'aid', label: 'at', kind: 'place' };

export const PATH_FORMS: { [K in PathKindId]: PathForm<K> } = {
	course: {
		words: 'a course',
		fresh: (aid) => ({ kind: 'course', aid, courseDeg: 90, toward: 'to' }),
		fields: [
			at,
			deg('courseDeg', 'course'),
			choice('toward', 'flown', 'to', 'from'),
			{ key: 'interceptDeg', label: 'cut', kind: 'number', min: 1, max: 90, unit: '°', optional: true }
		]
	},
	arc: {
		words: 'an arc',
		fresh: (aid) => ({ kind: 'arc', aid, radiusNm: 10, direction: 'clockwise' }),
		fields: [
			at,
			{ key: 'radiusNm', label: 'distance', kind: 'number', min: 1, max: 60, unit: 'NM' },
			choice('direction', 'round', 'clockwise', 'counterclockwise')
		]
	},
	hold: {
		words: 'a hold',
		fresh: (aid) => ({
			kind: 'hold',
			aid,
			inboundCourseDeg: 90,
			turns: 'right',
			inboundSeconds: 60,
			timing: 'inbound',
			circuits: 3
		}),
		fields: [
			at,
			deg('inboundCourseDeg', 'inbound'),
			choice('turns', 'turns', 'right', 'left'),
			{ key: 'inboundSeconds', label: 'leg', kind: 'number', min: 10, max: 600, unit: 's' },
			choice('timing', 'timed', 'inbound', 'outbound'),
			{ key: 'circuits', label: 'circuits', kind: 'number', min: 1, max: 12, unit: '' },
			{
				key: 'leaveAtSeconds',
				label: 'leave at',
				kind: 'number',
				min: 60,
				max: 7200,
				unit: 's of flight',
				optional: true
			}
		]
	},
	reversal: {
		words: 'a course reversal',
		fresh: (aid) => ({
			kind: 'reversal',
			shape: '45-180',
			aid,
			outboundCourseDeg: 270,
			inboundCourseDeg: 90,
			side: 'right',
			outboundSeconds: 60,
			limitNm: 10
		}),
		fields: [
			at,
			choice('shape', 'shape', '45-180', '80-260', 'base-turn', 'racetrack'),
			deg('outboundCourseDeg', 'outbound'),
			deg('inboundCourseDeg', 'inbound'),
			choice('side', 'side', 'right', 'left'),
			{ key: 'outboundSeconds', label: 'outbound', kind: 'number', min: 10, max: 600, unit: 's' },
			{ key: 'limitNm', label: 'within', kind: 'number', min: 2, max: 30, unit: 'NM' }
		]
	},
	homing: {
		words: 'homing or tracking a beacon',
		fresh: (aid) => ({ kind: 'homing', aid, method: 'track' }),
		fields: [at, choice('method', 'how', 'home', 'track')]
	},
	position: {
		words: 'say where you are',
		fresh: (aid) => ({ kind: 'position', aids: [aid, aid] }),
		fields: [
			{ key: 'aids', label: 'first', kind: 'place', nth: 0 },
			{ key: 'aids', label: 'second', kind: 'place', nth: 1 }
		]
	}
};
export const PATH_KINDS = Object.keys(PATH_FORMS) as PathKindId[];

/** A path of a kind, as it begins. */
export const newPath = (kind: PathKindId, aid: string): Path => PATH_FORMS[kind].fresh(aid);

const nthOf = (field: PathField) => (field.kind === 'place' ? field.nth : undefined);

/** What stands in a field of a path; undefined for an optional one that is left empty. */
export function valueOf(path: Path, field: PathField): number | string | undefined {
	const value = (path as Record<string, unknown>)[field.key];
	const nth = nthOf(field);
	return nth === undefined ? (value as number | string | undefined) : (value as string[])[nth];
}

/** A path with one field changed; an optional one that is emptied goes. */
export function withField(path: Path, field: PathField, value: number | string): Path {
	const nth = nthOf(field);
	const next: Record<string, unknown> = { ...path };
	next[field.key] = nth === undefined ? value : (next[field.key] as unknown[]).with(nth, value);
	if (field.kind === 'number' && field.optional && Number.isNaN(value)) delete next[field.key];
	return next as Path;
}
