import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { arcKind, ArcPath } from './arc/path.js';
import { courseKind, CoursePath } from './course/path.js';
import { holdKind, HoldPath } from './hold/path.js';
import { homingKind, HomingPath } from './homing/path.js';
import type { Course, PathKind } from './kind.js';
import { positionKind, PositionPath } from './position/path.js';
import { reversalKind, ReversalPath } from './reversal/path.js';

/** What a phase is flown along. */
export const Path = Type.Union([CoursePath, ArcPath, HoldPath, ReversalPath, HomingPath, PositionPath]);
export type Path = Static<typeof Path>;
/** The kinds of path. */
export type PathKindId = Path['kind'];
/** The path of a kind. */
export type PathOf<K extends PathKindId> = Extract<Path, { kind: K }>;

/** Every kind of path. The compiler asks each registry of paths for every kind that is here. */
const PATHS = {
	course: courseKind,
	arc: arcKind,
	hold: holdKind,
	reversal: reversalKind,
	homing: homingKind,
	position: positionKind
} as const satisfies { [K in PathKindId]: PathKind<PathOf<K>> };

const kindOf = (path: Path): PathKind<Path> => PATHS[path.kind] as PathKind<Path>;

/** The course that a phase is to be flown along inbound or outbound; null where it has none. */
export const courseOf = (path: Path): Course | null => kindOf(path).course(path);
/** The arc that a phase is to be flown along; null where it has none. */
export const arcOf = (path: Path): { aid: string; radiusNm: number } | null =>
	kindOf(path).arc?.(path) ?? null;
/** The places that a path speaks of, by id. */
export const aidsOf = (path: Path): readonly string[] => kindOf(path).aids(path);
/** The stations of a path that are to be identified. */
export const identifiedAids = (path: Path): readonly string[] => kindOf(path).identified(path);

/** Each kind as it is called. */
export const PATH_NAMES = {
	course: 'Courses and radials',
	arc: 'Arcs',
	hold: 'Holds',
	reversal: 'Course reversals',
	homing: 'Homing and tracking a beacon',
	position: 'Where am I'
} as const satisfies Record<PathKindId, string>;
