/** The link that holds the inputs. */
export const linkOf = (inputs: Record<string, number | string>): string =>
	new URLSearchParams(Object.entries(inputs).map(([id, value]) => [id, String(value)])).toString();
