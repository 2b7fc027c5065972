import { Type, type Static } from '@sinclair/typebox';
import { ArcPath } from './arc/path.js';
import { CoursePath } from './course/path.js';
import { HoldPath } from './hold/path.js';
import { HomingPath } from './homing/path.js';
import { PositionPath } from './position/path.js';
import { ReversalPath } from './reversal/path.js';

/** What a phase is flown along. */
export const Path = Type.Union([CoursePath, ArcPath, HoldPath, ReversalPath, HomingPath, PositionPath]);
export type Path = Static<typeof Path>;

/** The course that a phase is to be flown along inbound or outbound; null where it has none. */
export function courseOf(path: Path): Pick<CoursePath, 'aid' | 'courseDeg' | 'fullScale'> | null {
	switch (path.kind) {
		case 'course':
			return path;
		case 'hold':
			return { aid: path.aid, courseDeg: path.inboundCourseDeg };
		case 'reversal':
			return { aid: path.aid, courseDeg: path.inboundCourseDeg };
		case 'arc':
		case 'homing':
		case 'position':
			return null;
		default:
			return path satisfies never;
	}
}
