import * as Type from '@sinclair/typebox';
import type { DrawnSketch } from './sketch-frame.js';
import { Area, AssistLevel, Dwell, ResumeState, Situation, TaskCard } from '@hanza/core';
import { BYTES, get, post, put } from './endpoint.js';
import { InstructorCommand, PendingCommand } from './instructor-command.js';
import { DRILL_API } from './drill-api.js';
import { FIND_API } from './find-api.js';
import { LiveView, type Hangar } from './views.js';

const closed = { additionalProperties: false } as const;
const Made = Type.Object({ id: Type.String() }, closed);
const Saved = Type.Object({ kept: Type.Boolean() }, closed);

/** Samples that a flight can have before an earlier moment of it: twelve hours. */
const MOST_SAMPLES = 432_000;

/** Every request between browser and server. */
export const API = {
	beginAttempt: post(
		'/api/attempts',
		Type.Object({ assignmentId: Type.String({ maxLength: 64 }), assist: AssistLevel }, closed),
		Made
	),
	endAttempt: post(
		'/api/attempts/[id]/end',
		Type.Object({ status: Type.Union([Type.Literal('finished'), Type.Literal('interrupted')]) }, closed),
		Type.Object({ outcome: Type.Union([Type.Literal('kept'), Type.Literal('discarded')]) }, closed),
		false
	),
	/** The instructor has looked at a flight. */
	lookAtAttempt: put('/api/attempts/[id]/looked', null, Saved),
	/** A flight of its own from an earlier moment; what was flown stays. */
	branchAttempt: post(
		'/api/attempts/[id]/branch',
		Type.Object({ samples: Type.Integer({ minimum: 1, maximum: MOST_SAMPLES }), state: ResumeState }, closed),
		Made
	),
	/** A flight of its own from elsewhere, with the rest of the card. */
	repositionAttempt: post('/api/attempts/[id]/reposition', Situation, Made),
	/** A moment of a flight as the start of a card. */
	saveSituation: post(
		'/api/attempts/[id]/situation',
		Type.Object({ name: Type.String({ minLength: 1, maxLength: 80 }), situation: Situation }, closed),
		Made
	),
	/** Where an unfinished flight was when its last chunk arrived. */
	attemptState: get(
		'/api/attempts/[id]/state',
		Type.Object(
			{ resume: Type.Union([Type.Null(), ResumeState]), nextSeq: Type.Integer({ minimum: 0 }) },
			closed
		)
	),
	/** The recording, or what there is of one in progress. */
	recording: get('/api/attempts/[id]/recording', BYTES),
	/** A second of flight: length of the state (32 bits), the state and the looks as JSON, the chunk. */
	saveChunk: put(
		'/api/attempts/[id]/chunks/[seq]',
		BYTES,
		Type.Object({ kept: Type.Integer({ minimum: 0 }), attempt: Type.String() }, closed)
	),
	/** A device takes hold of a flight, or goes on holding it; another that is still heard keeps it unless it is taken over. */
	holdAttempt: post(
		'/api/attempts/[id]/hold',
		Type.Object(
			{
				device: Type.String({ minLength: 8, maxLength: 64 }),
				takeOver: Type.Boolean(),
				release: Type.Optional(Type.Boolean())
			},
			closed
		),
		Type.Object({ held: Type.Boolean(), heardAt: Type.Union([Type.Null(), Type.String()]) }, closed),
		false
	),
	live: get('/api/attempts/[id]/live', LiveView),
	/** What waits for the cockpit. */
	pendingCommands: get('/api/attempts/[id]/commands', Type.Array(PendingCommand)),
	giveCommand: post('/api/attempts/[id]/commands', InstructorCommand, Made),
	/** The cockpit has done what was asked; saying so twice is no error. */
	acknowledgeCommand: put(
		'/api/attempts/[id]/commands/[command]',
		null,
		Type.Object({ taken: Type.String() }, closed)
	),
	/** Looks that an instructor saw, or that a gaze log holds; the same sent twice is kept once. */
	addLooks: post(
		'/api/attempts/[id]/looks',
		Type.Object(
			{
				source: Type.Union([Type.Literal('tap'), Type.Literal('gaze')]),
				looks: Type.Array(Dwell, { minItems: 1, maxItems: 20_000 })
			},
			closed
		),
		Type.Object({ kept: Type.Integer({ minimum: 0 }) }, closed)
	),
	/** Puts a changed card, or area, in place of the caller's own; it keeps its identifier. */
	/** What the robots need besides a card to fly it: the same for all cards, so that no page brings it along. */
	hangar: get('/api/hangar', Type.Unsafe<Hangar>({ type: 'object' })),
	/** Pictures of the cards that ship, by card. */
	sketches: get('/api/sketches', Type.Unsafe<Record<string, DrawnSketch>>({ type: 'object' })),
	/** A card that the caller may set. */
	card: get('/api/cards/[id]', Type.Unsafe<TaskCard>({ type: 'object' })),
	changeCard: put('/api/cards/[id]', TaskCard, Saved),
	changeArea: put('/api/areas/[id]', Area, Saved),
	...DRILL_API,
	...FIND_API
} as const;
