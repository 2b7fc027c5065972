import { chmodSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, expect, it } from 'vitest';
import { clientProgram } from './postgres.mjs';

const base = mkdtempSync(join(tmpdir(), 'hanza-programs-'));
afterEach(() => rmSync(base, { recursive: true, force: true }));

function installed(version, program) {
	const bin = join(base, version, 'bin');
	mkdirSync(bin, { recursive: true });
	writeFileSync(join(bin, program), '#!/bin/sh\n');
	chmodSync(join(bin, program), 0o755);
}

it('a backup needs no server on its own machine: the newest client there is, or the one of the path', () => {
	expect(clientProgram('pg_dump', base)).toBe('pg_dump');
	installed('15', 'pg_dump');
	installed('9', 'pg_dump');
	installed('16', 'psql');
	expect(clientProgram('pg_dump', base)).toBe(join(base, '15/bin/pg_dump'));
});
