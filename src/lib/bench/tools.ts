import { hold } from './tools/hold.js';
import { wind } from './tools/wind.js';
import { windFromTracks } from './tools/wind-from-tracks.js';
import { turn } from './tools/turn.js';
import { intercept } from './tools/intercept.js';
import { arc } from './tools/arc.js';
import { reversal } from './tools/reversal.js';
import { station } from './tools/station.js';
import { descent } from './tools/descent.js';
import { final } from './tools/final.js';
import { circling } from './tools/circling.js';
import { compass } from './tools/compass.js';
import type { Tool } from './tools/fields.js';

export type { Answer, Field, NumberField, Row, Tool } from './tools/fields.js';

/** The calculations of the Bench, in the order of its page. */
export const TOOLS = {
	hold,
	wind,
	'wind-from-tracks': windFromTracks,
	turn,
	intercept,
	arc,
	reversal,
	station,
	descent,
	final,
	circling,
	compass
} as const satisfies Record<string, Tool>;

export type ToolId = keyof typeof TOOLS;
export const TOOL_IDS = Object.keys(TOOLS) as ToolId[];

/** Inputs out of a link: what is missing, or is no number of the field's range, is as usual. */
export function inputsOf(tool: Tool, query: URLSearchParams): Record<string, number | string> {
	return Object.fromEntries(
		tool.fields.map((field) => {
			const text = query.get(field.id);
			if (field.kind === 'choice')
				return [field.id, text !== null && field.options.includes(text) ? text : field.usual];
			const value = text === null || text.trim() === '' ? NaN : Number(text);
			return [field.id, value >= field.min && value <= field.max ? value : field.usual];
		})
	);
}
