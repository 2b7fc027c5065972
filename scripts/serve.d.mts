export function buildIfStale(): Promise<void>;
export function freshDemo(name: string): Promise<{ url: string; stop(): Promise<void> }>;
export function startApplication(
	databaseUrl: string
): Promise<{ port: number; pid: number; stop(): Promise<void> }>;
export const UNTOUCHED: string;
export function copyOf(url: string, name: string, like?: string): Promise<string>;
