import type { Static, TSchema } from '@sinclair/typebox';
import type { FullScale, Glide } from './shared.js';

/** The course that a path is to be flown along inbound or outbound, and its needle. */
export interface Course {
	aid: string;
	/** The direction of travel, magnetic. */
	courseDeg: number;
	fullScale?: Static<typeof FullScale>;
	/** The path down that goes with it. */
	glide?: Glide;
	/**
	 * Where the needle is measured: all the way along it; where it is flown inbound; or inbound, once the fix has been
	 * passed, as a hold's entry is nobody's deviation.
	 */
	measured: 'everywhere' | 'inbound' | 'inbound-after-fix';
}

/** What there is to know of a kind of path, wherever it is flown, drawn or graded. */
export interface PathKind<P> {
	schema: TSchema;
	/** The places that it speaks of, by id. */
	aids(path: P): readonly string[];
	/** The stations that are to be identified before they are flown by. */
	identified(path: P): readonly string[];
	/** null where it has no course. */
	course(path: P): Course | null;
	/** The arc that it is flown along: around which place, slant range in NM. Left out where it has none. */
	arc?(path: P): { aid: string; radiusNm: number };
}
