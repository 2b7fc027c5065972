import type { ArcTier, CoursePath } from '@hanza/core';

export interface PlanPoint {
	north: number;
	east: number;
}

/** What is laid over the map to scale: what was asked for, and what was exact. */
export type Overlay =
	/** A course with three quarters and the whole of the needle as a wedge, or a band of equal width. */
	| {
			kind: 'course';
			at: PlanPoint;
			/** True, in the plane. */
			trueDeg: number;
			/** The side on which it is flown. */
			side: CoursePath['toward'];
			fullScaleDeg: number | null;
			fullScaleNm: number | null;
			label: string;
	  }
	| { kind: 'arc'; at: PlanPoint; radiusNm: number; tiers: Record<ArcTier, number> }
	| { kind: 'ring'; at: PlanPoint; radiusNm: number; label: string }
	/** What was exact, or straight. */
	| { kind: 'line'; points: PlanPoint[]; is: 'exact hold' | 'straight way' | 'chosen' }
	/** A radial drawn by the student. */
	| { kind: 'radial'; at: PlanPoint; trueDeg: number; label: string }
	| { kind: 'mark'; at: PlanPoint; label: string; tone: 'target' | 'own' };

export interface PlanLabel {
	north: number;
	east: number;
	text: string;
}
