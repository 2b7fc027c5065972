/** A mail server on loopback that sends nothing on. */
export function startMailStandIn(
	take: (letter: { to: string[]; text: string }) => void
): Promise<{ url: string; stop: () => Promise<void> }>;
