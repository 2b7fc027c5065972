import { Type, type Static } from '@sinclair/typebox';
import { ArcGuide } from './arc/path.js';
import { CourseGuide } from './course/path.js';
import { HoldGuide } from './hold/path.js';
import { HomingGuide } from './homing/path.js';
import { PositionGuide } from './position/path.js';
import { ReversalGuide } from './reversal/path.js';

/** What a phase is flown along. */
export const Guide = Type.Union([
	CourseGuide,
	ArcGuide,
	HoldGuide,
	ReversalGuide,
	HomingGuide,
	PositionGuide
]);
export type Guide = Static<typeof Guide>;

/** The course that a phase is to be flown along inbound or outbound; null where it has none. */
export function courseOf(guide: Guide): Pick<CourseGuide, 'aid' | 'courseDeg' | 'fullScale'> | null {
	switch (guide.kind) {
		case 'course':
			return guide;
		case 'hold':
			return { aid: guide.aid, courseDeg: guide.inboundCourseDeg };
		case 'reversal':
			return { aid: guide.aid, courseDeg: guide.inboundCourseDeg };
		case 'arc':
		case 'homing':
		case 'position':
			return null;
		default:
			return guide satisfies never;
	}
}
