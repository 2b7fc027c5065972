// What a folder of the core exports to others is described where it is declared: units, range, source.
import { existsSync, readFileSync } from 'node:fs';
import { join, relative, sep } from 'node:path';

const barrels = new Map();
/** Names that a folder's barrel gives to others. */
function publicOf(cwd, folder) {
	if (!barrels.has(folder)) {
		const file = join(cwd, 'core/src', folder, 'index.ts');
		const text = existsSync(file) ? readFileSync(file, 'utf8') : '';
		barrels.set(folder, new Set(text.match(/\b[A-Za-z]\w*\b/g)));
	}
	return barrels.get(folder);
}

/** @type {import('eslint').Rule.RuleModule} */
export default {
	meta: {
		type: 'problem',
		schema: [],
		messages: { bare: 'Say before {{name}} what it is, in a comment of two stars: units, range, source.' }
	},
	create(context) {
		const [, , folder] = relative(context.cwd, context.filename).split(sep);
		const names = publicOf(context.cwd, folder);
		const described = new Set();
		return {
			ExportNamedDeclaration(node) {
				const { declaration } = node;
				const declared = declaration?.declarations?.map(({ id }) => id) ?? [declaration?.id];
				const comment = context.sourceCode.getCommentsBefore(node).at(-1);
				const told = comment?.type === 'Block' && comment.value.startsWith('*');
				for (const id of declared) {
					// A schema and its type share a name and a comment.
					if (!id?.name || !names.has(id.name) || described.has(id.name)) continue;
					if (told) described.add(id.name);
					else context.report({ node: id, messageId: 'bare', data: { name: id.name } });
				}
			}
		};
	}
};
