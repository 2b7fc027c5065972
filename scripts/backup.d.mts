export function backup(databaseUrl: string, file: string): void;
export function restore(databaseUrl: string, file: string): Promise<void>;
