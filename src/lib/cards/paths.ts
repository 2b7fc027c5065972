import type { Path } from '@hanza/core';

export const PATH_WORDS: Record<Path['kind'], string> = {
	course: 'a course',
	arc: 'an arc',
	hold: 'a hold',
	reversal: 'a course reversal',
	homing: 'homing or tracking a beacon',
	position: 'say where you are'
};
export const PATH_KINDS = Object.keys(PATH_WORDS) as Path['kind'][];

/** A path of a kind, as it begins. */
export function newPath(kind: Path['kind'], aid: string): Path {
	switch (kind) {
		case 'course':
			return { kind, aid, courseDeg: 90, toward: 'to' };
		case 'arc':
			return { kind, aid, radiusNm: 10, direction: 'clockwise' };
		case 'hold':
			return {
				kind,
				aid,
				inboundCourseDeg: 90,
				turns: 'right',
				inboundSeconds: 60,
				timing: 'inbound',
				circuits: 3
			};
		case 'reversal':
			return {
				kind,
				shape: '45-180',
				aid,
				outboundCourseDeg: 270,
				inboundCourseDeg: 90,
				side: 'right',
				outboundSeconds: 60,
				limitNm: 10
			};
		case 'homing':
			return { kind, aid, method: 'track' };
		case 'position':
			return { kind, aids: [aid, aid] };
		default:
			return kind satisfies never;
	}
}

/** A field of a path as an instructor fills it in. */
export type PathField =
	| { key: string; label: string; kind: 'number'; min: number; max: number; unit: string; optional?: boolean }
	| { key: string; label: string; kind: 'choice'; options: readonly string[] };

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

/** The fields of each kind beside its place. */
export const PATH_FIELDS: Record<Path['kind'], PathField[]> = {
	course: [
		deg('courseDeg', 'course'),
		choice('toward', 'flown', 'to', 'from'),
		{ key: 'interceptDeg', label: 'cut', kind: 'number', min: 1, max: 90, unit: '°', optional: true }
	],
	arc: [
		{ key: 'radiusNm', label: 'distance', kind: 'number', min: 1, max: 60, unit: 'NM' },
		choice('direction', 'round', 'clockwise', 'counterclockwise')
	],
	hold: [
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
	],
	reversal: [
		choice('shape', 'shape', '45-180', '80-260', 'base-turn', 'racetrack'),
		deg('outboundCourseDeg', 'outbound'),
		deg('inboundCourseDeg', 'inbound'),
		choice('side', 'side', 'right', 'left'),
		{ key: 'outboundSeconds', label: 'outbound', kind: 'number', min: 10, max: 600, unit: 's' },
		{ key: 'limitNm', label: 'within', kind: 'number', min: 2, max: 30, unit: 'NM' }
	],
	homing: [choice('method', 'how', 'home', 'track')],
	position: []
};

/** A path with one field changed; an optional one that is emptied goes. */
export function withField(path: Path, field: PathField, value: number | string): Path {
	const next: Record<string, unknown> = { ...path, [field.key]: value };
	if (field.kind === 'number' && field.optional && Number.isNaN(value)) delete next[field.key];
	return next as Path;
}
