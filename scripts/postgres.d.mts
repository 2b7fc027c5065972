export function startPostgres(options: {
	folder: string;
	fresh?: boolean;
	durable?: boolean;
}): Promise<{ url: string; stop(): Promise<void> }>;
export function newPassword(folder: string): void;
export function runningServer(folder: string): string | null;
export function freePort(): Promise<number>;
