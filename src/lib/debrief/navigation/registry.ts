import type { PathKindId } from '@hanza/core';
import type { Component } from 'svelte';
import Arcs from './Arcs.svelte';
import Courses from './Courses.svelte';
import Holds from './Holds.svelte';
import Homings from './Homings.svelte';
import Positions from './Positions.svelte';
import Reversals from './Reversals.svelte';
import type { SectionProps } from './section.js';

/** What is said of the paths of each kind, in the order of the page. */
export const PATH_SECTIONS: Record<PathKindId, Component<SectionProps>> = {
	hold: Holds,
	course: Courses,
	arc: Arcs,
	reversal: Reversals,
	homing: Homings,
	position: Positions
};
