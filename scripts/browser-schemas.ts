// Every schema by which the browser checks what it is given: their validators are made when the application is built.
// "common" comes with every page; the others with what imports src/lib/contracts/ready/NAME.
import type { TSchema } from '@sinclair/typebox';
import { Area, LogEntry, RECORDING_HEADERS, TaskCard } from '@hanza/core';
import { GamepadSetup } from '../src/lib/cockpit/controls/gamepad.js';
import { KeySetup } from '../src/lib/cockpit/controls/keymap.js';
import { UnsentFile } from '../src/lib/cockpit/unsent.js';
import { API } from '../src/lib/contracts/api.js';
import { BYTES, type Endpoint } from '../src/lib/contracts/endpoint.js';
import { LOG_API } from '../src/lib/contracts/log-api.js';
import { Waiting } from '../src/lib/drills/waiting-rounds.js';
import { Outgoing, Sheet } from '../src/lib/tap/sheet.js';

const card: TSchema[] = [TaskCard];
const flight = [API.attemptState.reply, API.live.reply, API.pendingCommands.reply];
const heavy: ReadonlySet<unknown> = new Set([...card, ...flight]);
const common = (Object.values(API) as Endpoint[])
	.map(({ reply }) => reply)
	.filter((reply): reply is TSchema => reply !== null && reply !== BYTES && !heavy.has(reply));

export const BROWSER_SCHEMAS: Record<string, TSchema[]> = {
	common: [...common, ...RECORDING_HEADERS, Waiting],
	card,
	area: [Area],
	flight,
	log: [LogEntry, ...Object.values(LOG_API).map(({ reply }) => reply)],
	controls: [GamepadSetup, KeySetup],
	tap: [Sheet, Outgoing],
	unsent: [UnsentFile]
};
