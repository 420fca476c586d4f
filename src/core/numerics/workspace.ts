/** Arrays of one solve, cut from a few large pieces. */
export interface Workspace {
  reals(length: number): Float64Array;
  integers(length: number): Int32Array;
  marks(length: number): Uint8Array;
}

const PIECE_BYTES = 32 * 1024;
/** Every array begins where a Float64Array may. */
const ALIGNED_BYTES = 8;

/** An array of its own costs about 2 µs, as much as a plate's whole substitution; one cut from a piece a twentieth of that. All begin as zeros, none is given back. */
export function workspace(): Workspace {
  let piece = new ArrayBuffer(PIECE_BYTES);
  let used = 0;
  /** Where in the piece there is space for so many bytes. */
  const cut = (bytes: number): number => {
    if (used + bytes > piece.byteLength) {
      piece = new ArrayBuffer(Math.max(PIECE_BYTES, bytes));
      used = 0;
    }
    const at = used;
    used += Math.ceil(bytes / ALIGNED_BYTES) * ALIGNED_BYTES;
    return at;
  };
  return {
    reals(length) {
      const at = cut(length * Float64Array.BYTES_PER_ELEMENT);
      return new Float64Array(piece, at, length);
    },
    integers(length) {
      const at = cut(length * Int32Array.BYTES_PER_ELEMENT);
      return new Int32Array(piece, at, length);
    },
    marks(length) {
      const at = cut(length);
      return new Uint8Array(piece, at, length);
    },
  };
}
