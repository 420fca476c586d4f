export function emptyBase(): string;
export default function setup(): void;
