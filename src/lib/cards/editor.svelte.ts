import {
	HanzaError,
	parse,
	TARGET_KINDS,
	TaskCard,
	withPlaces,
	type Aircraft,
	type Area,
	type LeafEvent,
	type Phase,
	type PhaseEvent,
	type Standard,
	type TargetKind
} from '@hanza/core';
import { API } from '$lib/contracts/api.js';
import { call, CallError } from '$lib/contracts/client.js';
import { Robots, type Flown } from '$lib/workers/robots.js';

const AFTER_MS = 500;
const PREVIEW_SEED = 1;
/** A preview longer than this is not worth the wait, s. */
const LONGEST_SECONDS = 1800;
/** Values with which a new target or event begins. */
export const USUAL: Record<TargetKind, number> = {
	altitudeFt: 3000,
	airspeedKias: 90,
	headingDeg: 90,
	verticalSpeedFpm: -500,
	bankDeg: 15,
	needle: 0,
	arcNm: 0,
	glide: 0
};
export const EVENT_WORDS: Record<LeafEvent['kind'], string> = {
	elapsed: 'after a time',
	above: 'at or above',
	below: 'at or below',
	within: 'within',
	reversed: 'turned back',
	passed: 'passing',
	beyond: 'past, along a course,',
	nearer: 'nearer to',
	farther: 'farther from',
	radial: 'crossing a radial of',
	established: 'established on the course',
	circuits: 'circuits of the hold',
	glidepath: 'the path down comes alive',
	'turned-in': 'turned in to land',
	decided: 'the student has decided',
	abandoned: 'the student goes around',
	marked: 'the student says where'
};
export const CHANNEL_WORDS = {
	indicatedAltitudeFt: 'altitude, ft',
	indicatedAirspeedKt: 'airspeed, kt',
	indicatedHeadingDeg: 'heading, °',
	verticalSpeedFpm: 'vertical speed, ft/min',
	bankDeg: 'bank, °',
	pitchDeg: 'pitch, °'
} as const;

/** An event of a kind, as it begins. */
export function newLeaf(kind: LeafEvent['kind'], aid = 'VSK'): LeafEvent {
	const channel = 'indicatedAltitudeFt' as const;
	switch (kind) {
		case 'elapsed':
			return { kind, seconds: 30 };
		case 'above':
		case 'below':
			return { kind, channel, value: 3000 };
		case 'within':
			return { kind, channel: 'indicatedHeadingDeg', value: 90, tolerance: 8 };
		case 'reversed':
			return { kind, channel, from: 'top', by: 25 };
		case 'passed':
			return { kind, aid };
		case 'beyond':
			return { kind, aid, courseDeg: 90 };
		case 'glidepath':
			return { kind, within: 0.5 };
		case 'decided':
		case 'abandoned':
			return { kind };
		case 'nearer':
		case 'farther':
			return { kind, aid, distanceNm: 10 };
		case 'radial':
			return { kind, aid, radialDeg: 90 };
		case 'established':
			return { kind, within: 0.5, heldSeconds: 5 };
		case 'turned-in':
			return { kind, within: 1, offDeg: 100, steepestDeg: 6.5, heldSeconds: 3 };
		case 'circuits':
			return { kind, count: 4 };
		case 'marked':
			return { kind };
		default:
			return kind satisfies never;
	}
}
export const leavesOf = (event: PhaseEvent): LeafEvent[] =>
	event.kind === 'all' || event.kind === 'any' ? event.of : [event];
/** An event out of its parts: one stands alone. */
export const eventOf = (leaves: LeafEvent[], how: 'all' | 'any'): PhaseEvent =>
	leaves.length === 1 ? leaves[0]! : { kind: how, of: leaves };

/** The card under an instructor's hands: what is wrong with it, and how the steady robot flies it. */
export class CardEditor {
	card = $state<TaskCard>(null!);
	problem = $state('');
	preview = $state.raw<Flown | null>(null);
	flying = $state(false);
	saved = $state<'yes' | 'no' | 'sending'>('yes');
	said = $state('');
	/** Changes of an earlier visit were found in this browser. */
	restored = $state(false);
	private robots: Robots | null = null;
	private timer: ReturnType<typeof setTimeout> | null = null;
	private flight = 0;
	private lastKept: string;
	private isReady = false;

	constructor(
		readonly id: string,
		card: TaskCard,
		private readonly mine: boolean,
		private readonly shelf: { aircraft: readonly Aircraft[]; areas: readonly Area[]; standard: Standard }
	) {
		this.lastKept = JSON.stringify(card);
		this.card = this.draft() ?? structuredClone(card);
		this.restored = JSON.stringify(this.card) !== this.lastKept;
		this.saved = this.restored ? 'no' : 'yes';
	}

	private get key(): string {
		return `hanza-card-${this.id}`;
	}

	private draft(): TaskCard | null {
		if (!this.mine || typeof localStorage === 'undefined') return null;
		try {
			const kept = localStorage.getItem(this.key);
			return kept ? (JSON.parse(kept) as TaskCard) : null;
		} catch {
			return null;
		}
	}

	/** Begins to fly previews; in the browser only. What a card is checked by is large: the page does not wait for it. */
	async open(): Promise<void> {
		this.robots = new Robots();
		await import('$lib/contracts/ready/card.js');
		this.isReady = true;
		if (this.robots) void this.fly();
	}

	close(): void {
		if (this.timer) clearTimeout(this.timer);
		this.robots?.close();
		this.robots = null;
	}

	/** The card has been changed: kept in this browser at once, flown again a moment later. */
	changed(): void {
		this.keepPlaces();
		const text = JSON.stringify($state.snapshot(this.card));
		if (text === this.lastKept) {
			this.saved = 'yes';
			localStorage.removeItem(this.key);
		} else {
			this.saved = 'no';
			if (this.mine) localStorage.setItem(this.key, text);
		}
		this.said = '';
		this.check();
		if (this.timer) clearTimeout(this.timer);
		this.timer = setTimeout(() => void this.fly(), AFTER_MS);
	}

	/** The places that paths and events speak of come from the area. */
	private keepPlaces(): void {
		const { area } = this;
		if (!area) return;
		try {
			const { navigation } = withPlaces(
				$state.snapshot(this.card) as TaskCard,
				$state.snapshot(area) as Area
			);
			if (navigation) this.card.navigation = navigation;
			else delete this.card.navigation;
		} catch (error) {
			// A name that the area does not have is said when the card is checked.
			if (!(error instanceof HanzaError)) throw error;
		}
	}

	get area(): Area | undefined {
		return this.shelf.areas.find(({ id }) => id === this.card.area);
	}

	/** Gives the changes of an earlier visit up. */
	discard(): void {
		this.card = JSON.parse(this.lastKept) as TaskCard;
		this.restored = false;
		this.changed();
	}

	private check(): TaskCard | null {
		if (!this.isReady) return null;
		try {
			const card = parse(TaskCard, $state.snapshot(this.card));
			this.problem = '';
			return card;
		} catch (error) {
			this.problem = error instanceof HanzaError ? this.inWords(error.message) : 'This card cannot be read.';
			return null;
		}
	}

	/** The place of a problem as a person finds it. */
	private inWords(message: string): string {
		return message.replace(/^\/phases\/(\d+)\/(\S+)/, (_, index: string, rest: string) => {
			const phase = this.card.phases[Number(index)];
			return `Phase ${Number(index) + 1}${phase?.name ? `, ${phase.name}` : ''}: ${rest.replaceAll('/', ' ')}`;
		});
	}

	private async fly(): Promise<void> {
		const card = this.check();
		const aircraft = this.shelf.aircraft.find(({ id }) => id === card?.aircraft);
		const area = this.shelf.areas.find(({ id }) => id === card?.area);
		if (!card || !aircraft || !area || !this.robots) return;
		const flight = ++this.flight;
		this.flying = true;
		try {
			const flown = await this.robots.fly({
				card,
				aircraft: structuredClone($state.snapshot(aircraft) as Aircraft),
				area: structuredClone($state.snapshot(area) as Area),
				standard: structuredClone($state.snapshot(this.shelf.standard) as Standard),
				pilot: 'steady',
				seed: PREVIEW_SEED,
				longestSeconds: LONGEST_SECONDS
			});
			if (flight === this.flight) this.preview = flown;
		} catch (error) {
			if (flight === this.flight) {
				this.preview = null;
				this.problem = `It cannot be flown: ${(error as Error).message}`;
			}
		} finally {
			if (flight === this.flight) this.flying = false;
		}
	}

	addPhase(): void {
		const last = $state.snapshot(this.card.phases.at(-1)) as Phase | undefined;
		const { verticalSpeedFpm: _, bankDeg: __, ...targets } = last?.targets ?? {};
		this.card.phases.push({
			id: this.freshId(),
			name: 'New phase',
			instruction: '',
			targets,
			end: { kind: 'elapsed', seconds: 30 },
			weight: 1
		});
		this.changed();
	}

	private freshId(): string {
		const taken = this.card.phases.map(({ id }) => id);
		let n = this.card.phases.length + 1;
		while (taken.includes(`phase-${n}`)) n++;
		return `phase-${n}`;
	}

	duplicate(index: number): void {
		const copy = structuredClone($state.snapshot(this.card.phases[index]!)) as Phase;
		this.card.phases.splice(index + 1, 0, { ...copy, id: this.freshId() });
		this.changed();
	}

	remove(index: number): void {
		this.card.phases.splice(index, 1);
		this.changed();
	}

	move(index: number, by: -1 | 1): void {
		const to = index + by;
		if (to < 0 || to >= this.card.phases.length) return;
		const [phase] = this.card.phases.splice(index, 1);
		this.card.phases.splice(to, 0, phase!);
		this.changed();
	}

	setTarget(index: number, kind: TargetKind, wanted: boolean): void {
		const { targets } = this.card.phases[index]!;
		if (wanted) targets[kind] = { value: USUAL[kind], mode: 'hold' };
		else delete targets[kind];
		this.changed();
	}

	/** Sends the card; a refusal is said in words, and the changes stay in the browser. */
	async save(): Promise<boolean> {
		const card = this.check();
		if (!card) return false;
		this.saved = 'sending';
		try {
			await call(API.changeCard, card, { params: { id: this.id } });
		} catch (error) {
			this.saved = 'no';
			this.said =
				error instanceof CallError && error.status === 400 && error.reason
					? this.inWords(error.reason)
					: 'The server could not be reached. Your changes stay in this browser.';
			return false;
		}
		this.lastKept = JSON.stringify($state.snapshot(this.card));
		localStorage.removeItem(this.key);
		this.saved = 'yes';
		this.restored = false;
		this.said = 'Kept.';
		return true;
	}
}

/** Targets of a phase in the order of the card. */
export const targetsOf = (phase: Phase): TargetKind[] =>
	TARGET_KINDS.filter((kind) => phase.targets[kind] !== undefined);
