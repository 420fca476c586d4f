/**
 * Discrete Fourier transform in place, radix two (Cooley and Tukey): X_k = Σ x_n e^(−2πi k n/N).
 * @param re, im real and imaginary parts; their length is a power of two
 */
export function fftInPlace(re: Float64Array, im: Float64Array): void {
  const n = re.length;
  for (let i = 1, j = 0; i < n; i += 1) {
    let bit = n >> 1;
    for (; j & bit; bit >>= 1) j ^= bit;
    j ^= bit;
    if (i < j) {
      [re[i], re[j]] = [re[j]!, re[i]!];
      [im[i], im[j]] = [im[j]!, im[i]!];
    }
  }
  for (let size = 2; size <= n; size <<= 1) {
    const half = size >> 1;
    for (let k = 0; k < half; k += 1) {
      const angle = (-2 * Math.PI * k) / size;
      const [c, s] = [Math.cos(angle), Math.sin(angle)];
      for (let at = k; at < n; at += size) {
        const [xr, xi] = [re[at + half]! * c - im[at + half]! * s, re[at + half]! * s + im[at + half]! * c];
        re[at + half] = re[at]! - xr;
        im[at + half] = im[at]! - xi;
        re[at]! += xr;
        im[at]! += xi;
      }
    }
  }
}
