// What a movement's spectrum tells: whether it flows, and whether it trembles.
import FFT from 'fft.js';
import { evenly, samplesOf, stepOf, stretchesOf } from './series';

/** Transforms by size: each keeps its tables. */
const transforms = new Map<number, FFT>();
function transformOf(size: number): FFT {
  const known = transforms.get(size) ?? new FFT(size);
  transforms.set(size, known);
  return known;
}

/** Amplitudes of a signal's frequencies from 0 up to one, and the step between them, Hz; `times` the length is padded with nothing. */
function spectrumOf(values: readonly number[], rateHz: number, times: number, toHz: number) {
  const size = 2 ** Math.ceil(Math.log2(Math.max(2, values.length * times)));
  const stepHz = rateHz / size;
  const fft = transformOf(size);
  const padded = new Array<number>(size).fill(0);
  for (const [i, value] of values.entries()) padded[i] = value;
  const out = fft.createComplexArray();
  fft.realTransform(out, padded);
  const amplitudes: number[] = [];
  for (let k = 0; k <= Math.min(size / 2, Math.floor(toHz / stepHz)); k += 1)
    amplitudes.push(Math.sqrt((out[2 * k] ?? 0) ** 2 + (out[2 * k + 1] ?? 0) ** 2));
  return { amplitudes, stepHz };
}

/** Spectral arc length reaches up to this, Hz, and no further than where the amplitude last passes this share of the whole. */
const [arcToHz, arcShare] = [10, 0.05];
/** A trembling's frequencies, Hz, and the fewest samples in a second that show them. */
const trembleHz = [4, 12] as const;
const fewestHz = 29;

/**
 * Spectral arc length of the speed between two times: −1.4 or so for one smooth stroke, more negative the more it halts.
 * undefined of what is too short to tell. Balasubramanian, Melendez-Calderon & Burdet 2012 (IEEE Trans Biomed Eng 59:2126),
 * with the amplitude threshold of their 2015 form. `values`: low-passed, NaN where not seen.
 */
export function smoothness(
  times: readonly number[],
  values: readonly number[],
  startS: number,
  endS: number,
): number | undefined {
  const { from, to } = samplesOf(times, startS, endS);
  const [ownTimes, ownValues]: [number[], number[]] = [[], []];
  for (let i = from; i <= to; i += 1) {
    const value = values[i] ?? Number.NaN;
    if (Number.isNaN(value)) continue;
    ownTimes.push(times[i] ?? 0);
    ownValues.push(value);
  }
  if (ownValues.length < 8) return undefined;
  const even = evenly(ownTimes, ownValues);
  const speed = even.values.slice(1).map((value, i) => Math.abs(value - (even.values[i] ?? 0)) * even.rateHz);
  const { amplitudes } = spectrumOf(speed, even.rateHz, 16, arcToHz);
  const whole = amplitudes[0] ?? 0;
  if (whole <= 0) return undefined;
  const shares = amplitudes.map((one) => one / whole);
  const last = shares.findLastIndex((share) => share >= arcShare);
  let arc = 0;
  for (let k = 1; k <= last; k += 1) arc += Math.hypot(1 / last, (shares[k] ?? 0) - (shares[k - 1] ?? 0));
  return -arc;
}

/** A measure's longest stretch that was seen, line and mean taken off, under a Hann window; undefined of a film too slow or too short. */
function quickSpectrum(times: readonly number[], raw: readonly number[]) {
  const seen = raw.map((value) => (Number.isNaN(value) ? null : value));
  const stretch = stretchesOf(times, seen).sort((a, b) => b.to - b.from - (a.to - a.from))[0];
  if (!stretch || stretch.to - stretch.from < 16 || 1 / stepOf(times) < fewestHz) return undefined;
  const even = evenly(times.slice(stretch.from, stretch.to + 1), raw.slice(stretch.from, stretch.to + 1));
  const n = even.values.length;
  const [first, last] = [even.values[0] ?? 0, even.values[n - 1] ?? 0];
  const level = even.values.map((value, i) => value - first - ((last - first) * i) / (n - 1));
  const middle = level.reduce((sum, value) => sum + value, 0) / n;
  const windowed = level.map((value, i) => (value - middle) * (0.5 - 0.5 * Math.cos((2 * Math.PI * i) / (n - 1))));
  const { amplitudes, stepHz } = spectrumOf(windowed, even.rateHz, 1, Infinity);
  const power = (from: number, to: number) =>
    amplitudes.reduce((sum, one, k) => (k > 0 && k * stepHz >= from && k * stepHz <= to ? sum + one * one : sum), 0);
  return { power, n, rateHz: even.rateHz, size: even.rateHz / stepHz };
}

/**
 * Share of a measure's power that lies from 4 to 12 Hz, in its longest stretch that was seen, line and mean taken off, under a Hann
 * window. `raw`: unfiltered, NaN where not seen. null of a film too slow, or too short, to show it.
 */
export function trembling(times: readonly number[], raw: readonly number[]): number | null {
  const spectrum = quickSpectrum(times, raw);
  if (!spectrum) return null;
  const whole = spectrum.power(0, Infinity);
  return whole > 0 ? spectrum.power(...trembleHz) / whole : 0;
}

/** Power of a Hann window beside none. */
const hannPower = 3 / 8;
/** Noise alone lies under this, times what the frequencies above a tremor's have; and less than this, degrees, no eye would call one. */
const [surelyTimes, leastTremorDeg] = [2, 0.3];

/**
 * How far a measure trembles: the root mean square of what it does from 4 to 12 Hz, in its unit, without what noise has there, told
 * by what lies above. 0: no more than noise, or too little to matter. null of a film too slow, or too short, to show it.
 */
export function tremor(times: readonly number[], raw: readonly number[]): number | null {
  const spectrum = quickSpectrum(times, raw);
  if (!spectrum) return null;
  const { power, n, rateHz, size } = spectrum;
  const [from, to] = trembleHz;
  const above = rateHz / 2 - to;
  const variance = (all: number): number => (2 * all) / (size * n * hannPower);
  const noise = (variance(power(to, Infinity)) * (to - from)) / above;
  const own = variance(power(from, to)) - noise;
  return own > (surelyTimes ** 2 - 1) * noise && own >= leastTremorDeg ** 2 ? Math.sqrt(own) : 0;
}
