export declare const slowness: number;
export declare const scaled: (ms: number) => number;
