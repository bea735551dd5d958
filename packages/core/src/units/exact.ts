/**
 * Elementary functions written with +, −, × and ÷ alone, so that every JavaScript engine gives the same bits.
 * The built-in ones differ between engines by one unit in the last place. Series: Abramowitz & Stegun,
 * Handbook of Mathematical Functions, 4.1.27 (logarithm), 4.2.1 (exponential), 4.3.65/66 (sine, cosine), 4.4.42 (arc tangent).
 */
const PI = 3.141592653589793;
const LN2 = 0.6931471805599453;

const sineSeries = (r: number): number => {
  const r2 = r * r;
  let term = r;
  let sum = r;
  for (let n = 1; n <= 10; n++) {
    term *= -r2 / (2 * n * (2 * n + 1));
    sum += term;
  }
  return sum;
};

const cosineSeries = (r: number): number => {
  const r2 = r * r;
  let term = 1;
  let sum = 1;
  for (let n = 1; n <= 10; n++) {
    term *= -r2 / ((2 * n - 1) * (2 * n));
    sum += term;
  }
  return sum;
};

/** Sine of an angle in degrees; exact at multiples of 90°. */
export const sinDeg = (deg: number): number => {
  const turn = deg % 360;
  const quadrant = Math.floor((turn + 45) / 90);
  const rest = ((turn - quadrant * 90) * PI) / 180;
  switch (((quadrant % 4) + 4) % 4) {
    case 0:
      return sineSeries(rest);
    case 1:
      return cosineSeries(rest);
    case 2:
      return -sineSeries(rest);
    default:
      return -cosineSeries(rest);
  }
};

/** Cosine of an angle in degrees; exact at multiples of 90°. */
export const cosDeg = (deg: number): number => sinDeg(deg + 90);

/** e to the power x, for |x| below 700. */
export const exp = (x: number): number => {
  const halvings = Math.floor(x / LN2 + 0.5);
  const rest = x - halvings * LN2;
  let term = 1;
  let sum = 1;
  for (let n = 1; n <= 18; n++) {
    term *= rest / n;
    sum += term;
  }
  for (let n = 0; n < halvings; n++) sum *= 2;
  for (let n = 0; n > halvings; n--) sum /= 2;
  return sum;
};

/** Natural logarithm of a positive number. */
export const ln = (x: number): number => {
  let mantissa = x;
  let doublings = 0;
  while (mantissa > 1.4142135623730951) {
    mantissa /= 2;
    doublings++;
  }
  while (mantissa < 0.7071067811865476) {
    mantissa *= 2;
    doublings--;
  }
  const z = (mantissa - 1) / (mantissa + 1);
  const z2 = z * z;
  let power = z;
  let sum = z;
  for (let n = 3; n <= 31; n += 2) {
    power *= z2;
    sum += power / n;
  }
  return 2 * sum + doublings * LN2;
};

/** base to the power exponent, for base ≥ 0; 0 to any positive power is 0. */
export const power = (base: number, exponent: number): number => (base <= 0 ? 0 : exp(exponent * ln(base)));

/** Arc tangent of a number in 0 … 1, in radians: halved twice (tan(x/2) = t / (1 + √(1 + t²))), then the series. */
const arcSeries = (t: number): number => {
  const half = t / (1 + Math.sqrt(1 + t * t));
  const z = half / (1 + Math.sqrt(1 + half * half));
  const z2 = z * z;
  let power = z;
  let sum = z;
  for (let n = 3; n <= 25; n += 2) {
    power *= -z2;
    sum += power / n;
  }
  return 4 * sum;
};

/** Angle of the point x, y from the x axis, degrees, −180 … 180; 0 for the origin. */
export const atan2Deg = (y: number, x: number): number => {
  const [ax, ay] = [Math.abs(x), Math.abs(y)];
  if (ax === 0 && ay === 0) return 0;
  const slope = (arcSeries(Math.min(ax, ay) / Math.max(ax, ay)) * 180) / PI;
  const first = ay > ax ? 90 - slope : slope;
  const half = x < 0 ? 180 - first : first;
  return y < 0 ? -half : half;
};
