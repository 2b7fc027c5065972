import { createHash } from 'node:crypto';

/*
 * What a page is laid out with by the server has some styles in attributes: where a needle stands, how far a bar goes. The
 * policy of the page allows those very ones, by their hashes, and only where they do nothing but place and measure.
 */

const ATTRIBUTE = /\sstyle="([^"]*)"/g;
/** Declarations that place, measure, turn or name a font of ours; nothing that fetches. */
const HARMLESS =
	/^(?:\s*(?:--[\w-]+|position|inset|left|right|top|bottom|width|height|min-width|max-width|min-height|max-height|margin|padding|border|border-width|overflow|clip|clip-path|white-space|word-wrap|appearance|opacity|display|transform|transform-origin|grid-template-(?:rows|columns)|font-family|text-anchor|pointer-events|touch-action|user-select|-webkit-user-select|-webkit-user-drag|outline|background|color|box-shadow|font-size|letter-spacing|caret-color|translate|contain|z-index|animation-name|animation-duration|transition-property|transition-duration)\s*:(?:(?!url|image|expression|@)[\w\s.,%()#/*+-])*;?)*\s*$/i;

const decoded = (text: string): string =>
	text.replaceAll('&quot;', '"').replaceAll('&#39;', "'").replaceAll('&lt;', '<').replaceAll('&amp;', '&');

/** Sources for `style-src-attr` that allow the harmless styles in a piece of a page. */
export function styleSources(html: string): Set<string> {
	const sources = new Set<string>();
	for (const [, text] of html.matchAll(ATTRIBUTE)) {
		const style = decoded(text!);
		if (HARMLESS.test(style)) sources.add(`'sha256-${createHash('sha256').update(style).digest('base64')}'`);
	}
	return sources;
}

/** The policy with these styles allowed beside what it allows already. */
export const withStyles = (policy: string, sources: ReadonlySet<string>): string =>
	sources.size === 0
		? policy
		: policy.replace(/style-src-attr [^;]*/, (before) => `${before} ${[...sources].join(' ')}`);
