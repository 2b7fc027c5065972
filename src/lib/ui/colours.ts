/** A colour of the page as a canvas or a charts' library can read it: light or dark, as it is now. */
export function pageColour(name: string): string {
	const probe = document.createElement('span');
	probe.style.color = `var(--${name})`;
	document.body.append(probe);
	const { color } = getComputedStyle(probe);
	probe.remove();
	return color;
}
