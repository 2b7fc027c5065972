import { createInterface } from 'node:readline';
import { readFileSync } from 'node:fs';
import { HanzaError } from '@hanza/core';
import { VERBS } from './verbs.js';

/** Exit codes: 0 done, 1 some lines were bad, 2 the input or the verb was bad. */
async function main(args: string[]): Promise<number> {
	const lines = args.includes('--lines');
	const words = args.filter((word) => word !== '--lines');
	const [name, ...rest] = words;
	if (name === undefined || name === 'help') return help(rest[0]);
	const verb = VERBS[name];
	if (!verb) return complain(`hanza: no verb "${name}"; there are ${Object.keys(VERBS).join(', ')}, help`);
	if (rest.length > 0)
		return complain(`hanza ${name}: takes no further words; the input is JSON on standard input`);
	if (lines) return runLines((value) => verb.run(value));
	try {
		write(JSON.stringify(verb.run(readJson(readFileSync(0, 'utf8')))));
		return 0;
	} catch (error) {
		return complain(`hanza ${name}: ${messageOf(error)}`);
	}
}

function readJson(text: string): unknown {
	try {
		return JSON.parse(text);
	} catch {
		throw new HanzaError('the input is not JSON');
	}
}

/** The message of a refusal; anything else is a defect and says so without its stack. */
function messageOf(error: unknown): string {
	if (error instanceof HanzaError) return error.message.replaceAll('\n', ' ');
	return `internal error: ${error instanceof Error ? error.message.replaceAll('\n', ' ') : 'unknown'}`;
}

async function runLines(run: (value: unknown) => unknown): Promise<number> {
	let bad = 0;
	let out: string[] = [];
	for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) {
		if (line.trim() === '') continue;
		try {
			out.push(JSON.stringify(run(readJson(line))));
		} catch (error) {
			bad++;
			out.push(JSON.stringify({ error: messageOf(error) }));
		}
		if (out.length >= 500) {
			write(out.join('\n'));
			out = [];
		}
	}
	if (out.length > 0) write(out.join('\n'));
	return bad > 0 ? 1 : 0;
}

function help(name: string | undefined): number {
	if (name === undefined) {
		const widest = Math.max(...Object.keys(VERBS).map(({ length }) => length));
		write(
			[
				'hanza VERB < input.json     one JSON object in, one out',
				'hanza VERB --lines          one a line in, one a line out',
				'hanza help VERB             input and output of a verb, with units',
				'',
				...Object.entries(VERBS).map(([verb, { what }]) => `  ${verb.padEnd(widest + 2)}${what}`),
				'',
				'Practice and study only: not for navigation, not an approved device.'
			].join('\n')
		);
		return 0;
	}
	const verb = VERBS[name];
	if (!verb) return complain(`hanza help: no verb "${name}"; there are ${Object.keys(VERBS).join(', ')}`);
	write(JSON.stringify({ verb: name, what: verb.what, input: verb.input, output: verb.output }, null, 2));
	return 0;
}

function complain(message: string): number {
	process.stderr.write(`${message}\n`);
	return 2;
}

function write(text: string): void {
	process.stdout.write(`${text}\n`);
}

// A reader that closes early (head) is no fault of ours.
process.stdout.on('error', () => process.exit(0));
process.exitCode = await main(process.argv.slice(2));
