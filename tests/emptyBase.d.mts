export const EMPTY: string;
export function emptyBase(): string;
export function askServer(text: string): Promise<void>;
export default function setup(): Promise<void>;
