import { clamp, hash3 } from './noise';

/** A picture in linear light, finished as a photograph: lens softness, falling off at the corners, grain. */
export class Picture {
  readonly data: Float32Array;

  constructor(
    readonly width: number,
    readonly height: number,
  ) {
    this.data = new Float32Array(3 * width * height);
  }

  put(x: number, y: number, r: number, g: number, b: number): void {
    const i = 3 * (y * this.width + x);
    this.data[i] = r;
    this.data[i + 1] = g;
    this.data[i + 2] = b;
  }

  /** Three-tap blur both ways; `amount` pixels or so. */
  private softened(amount: number): void {
    const { width, height } = this;
    const side = amount / (1 + 2 * amount);
    const middle = 1 - 2 * side;
    for (let c = 0; c < 3; c++) {
      for (let y = 0; y < height; y++) this.line(c + 3 * y * width, 3, width, side, middle);
      for (let x = 0; x < width; x++) this.line(c + 3 * x, 3 * width, height, side, middle);
    }
  }

  private line(start: number, step: number, count: number, side: number, middle: number): void {
    const { data } = this;
    let before = data[start] as number;
    for (let i = 0, at = start; i < count; i++, at += step) {
      const here = data[at] as number;
      const after = i + 1 < count ? (data[at + step] as number) : here;
      data[at] = before * side + here * middle + after * side;
      before = here;
    }
  }

  /** sRGB bytes after blur, vignette (share lost at the corners) and grain (share of full scale). */
  finished({ grain, blur, vignette }: { grain: number; blur: number; vignette: number }): Picture & { bytes: Uint8Array } {
    this.softened(blur);
    const { width, height, data } = this;
    const bytes = new Uint8Array(3 * width * height);
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const dx = (2 * x) / width - 1;
        const dy = (2 * y) / height - 1;
        const fall = 1 - vignette * Math.pow((dx * dx + dy * dy) / 2, 1.5);
        const g1 = hash3(x, y, 1) + hash3(x, y, 2) + hash3(x >> 1, y >> 1, 3) - 1.5;
        for (let c = 0; c < 3; c++) {
          const i = 3 * (y * width + x) + c;
          const light = clamp((data[i] as number) * fall);
          const encoded = light <= 0.0031308 ? 12.92 * light : 1.055 * Math.pow(light, 1 / 2.4) - 0.055;
          const noisy = encoded + grain * (g1 + 0.25 * (hash3(x, y, 5 + c) - 0.5)) * (0.5 + encoded * (1 - encoded) * 2);
          bytes[i] = Math.round(255 * clamp(noisy));
        }
      }
    }
    return Object.assign(this, { bytes });
  }
}
