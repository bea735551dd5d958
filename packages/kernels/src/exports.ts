type N = number;

/** What the compiled module exports; addresses are byte offsets into its memory. */
export interface KernelExports {
  grey(rgba: N, pixels: N, sr: N, sg: N, sb: N, tone: N, coverage: N): N;
  greyByHue(rgba: N, pixels: N, sr: N, sg: N, sb: N, response: N, tone: N, coverage: N): N;
  table(values: N, count: N, entries: N, out: N): void;
  cellDots(
    bits: N,
    rowBytes: N,
    first: N,
    cellPx: N,
    columns: N,
    rows: N,
    x: N,
    y: N,
    width: N,
    height: N,
    waysX: N,
    waysY: N,
    across: N,
    down: N,
    out: N,
  ): void;
  inverseWays(of: N, waysX: N, waysY: N, across: N, down: N, stride: N, rows: N, left: N, top: N, width: N, height: N, out: N): void;
  scatter(
    ink: N,
    width: N,
    height: N,
    u: N,
    ux: N,
    uy: N,
    v: N,
    vx: N,
    vy: N,
    tile: N,
    waysX: N,
    waysY: N,
    across: N,
    down: N,
    out: N,
  ): void;
  screen(
    tone: N,
    width: N,
    height: N,
    u: N,
    ux: N,
    uy: N,
    v: N,
    vx: N,
    vy: N,
    shape: N,
    thresholds: N,
    waysX: N,
    waysY: N,
    across: N,
    down: N,
    phases: N,
    out: N,
  ): void;
  ramp(values: N, table: N, steps: N, x: N, y: N, width: N, height: N, out: N): void;
  reduce(plane: N, channels: N, width: N, height: N, shift: N, out: N): void;
  reduceIndex(entries: N, width: N, height: N, shift: N, palette: N, out: N): void;
  expand8(samples: N, pixels: N, channels: N, out: N): void;
  expand16(samples: N, pixels: N, channels: N, out: N): void;
  filterAcross(patch: N, channels: N, patchWidth: N, rows: N, positions: N, taps: N, weights: N, width: N, out: N): void;
  filterDown(lines: N, channels: N, values: N, positions: N, taps: N, stride: N, weights: N, height: N, out: N): void;
  transpose(plane: N, channels: N, width: N, height: N, out: N): void;
  sample(
    patch: N,
    channels: N,
    patchX: N,
    patchY: N,
    patchWidth: N,
    a: N,
    b: N,
    c: N,
    d: N,
    e: N,
    f: N,
    acrossTaps: N,
    acrossOffset: N,
    acrossWeights: N,
    downTaps: N,
    downOffset: N,
    downWeights: N,
    padded: N,
    x: N,
    y: N,
    width: N,
    height: N,
    out: N,
  ): void;
  moved(
    source: N,
    channels: N,
    left: N,
    top: N,
    sourceWidth: N,
    sourceHeight: N,
    waysX: N,
    waysY: N,
    across: N,
    down: N,
    boxX: N,
    boxY: N,
    boxWidth: N,
    boxHeight: N,
    beyond: N,
    weights: N,
    x: N,
    y: N,
    width: N,
    height: N,
    out: N,
  ): void;
  mix(from: N, to: N, count: N, channels: N, share: N, mask: N, out: N): void;
  weigh(rgba: N, weights: N, pixels: N, out: N): void;
  paint(coverage: N, pixels: N, r: N, g: N, b: N, out: N): void;
  paintTones(tone: N, coverage: N, pixels: N, out: N): void;
  multiply(first: N, second: N, count: N, out: N): void;
  combined(first: N, p: N, second: N, q: N, count: N, add: N, least: N, out: N): void;
  lesser(first: N, second: N, count: N, out: N): void;
  broughtBack(printed: N, original: N, pixels: N, weight: N, out: N): void;
  shadedBy(values: N, light: N, pixels: N, kind: N, share: N, out: N): void;
  complement(plane: N, count: N, strength: N, out: N): void;
  light(tone: N, coverage: N, count: N, out: N): void;
  cut(plane: N, count: N, out: N): void;
  cutColours(rgba: N, count: N, least: N, out: N): void;
  alphaOf(rgba: N, pixels: N, out: N): void;
  toned(tone: N, coverage: N, pixels: N, red: N, green: N, blue: N, out: N): void;
  extent(plane: N, count: N): N;
  sum(plane: N, count: N): N;
  countTones(tone: N, coverage: N, count: N, weights: N): N;
  dot(first: N, second: N, count: N): N;
  dropSpecks(plane: N, width: N, height: N, most: N, runs: N): void;
  blend(beneath: N, source: N, count: N, mode: N, atop: N, strength: N, mask: N, out: N): void;
  layInk(beneath: N, coverage: N, pixels: N, r: N, g: N, b: N, mode: N, strength: N, out: N): void;
  stamp(beneath: N, coverage: N, count: N, map: N, few: N, out: N): void;
  keepWhere(entries: N, plane: N, count: N, out: N): void;
  lookUp(entries: N, count: N, palette: N, bytes: N, out: N): void;
  strokeStretch(
    ax: N,
    ay: N,
    ar: N,
    aAlong: N,
    bx: N,
    by: N,
    br: N,
    bAlong: N,
    softness: N,
    x: N,
    y: N,
    width: N,
    height: N,
    depth: N,
    along: N,
    across: N,
  ): void;
  strokePaint(
    depth: N,
    along: N,
    across: N,
    tip: N,
    seed: N,
    strength: N,
    pxPerMm: N,
    scale: N,
    a: N,
    b: N,
    c: N,
    d: N,
    e: N,
    f: N,
    x: N,
    y: N,
    width: N,
    height: N,
    plane: N,
    stride: N,
  ): void;
  faxed(bytes: N, width: N, rows: N, words: N, changes: N, out: N): N;
  lzwed(bytes: N, count: N, places: N, out: N): N;
  plateBytes(plane: N, x: N, y: N, width: N, height: N, dither: N, into: N, count: N, stride: N): void;
  upFiltered(rows: N, above: N, rowBytes: N, count: N, out: N): void;
  channels(rgba: N, count: N, red: N, green: N, blue: N, out: N): void;
  convolve(plane: N, count: N, stride: N, weights: N, taps: N, out: N): void;
  fillRows(edges: N, order: N, starts: N, firstBlock: N, blocks: N, most: N, x: N, y: N, width: N, height: N, room: N, out: N): N;
  roughEdge(
    lines: N,
    count: N,
    tables: N,
    perMm: N,
    seed: N,
    firstAlong: N,
    firstInwards: N,
    firstLayers: N,
    secondAlong: N,
    secondInwards: N,
    secondLayers: N,
    secondAmount: N,
    pxPerMm: N,
    ends: N,
    x: N,
    y: N,
    pieceWidth: N,
    pieceHeight: N,
    stride: N,
    out: N,
  ): void;
  cube(rgba: N, pixels: N, values: N, tone: N, coverage: N): void;
  distance(plane: N, width: N, height: N, most: N, outside: N, left: N, top: N, across: N, down: N, columns: N, room: N, out: N): void;
  guided(guide: N, plane: N, width: N, height: N, reach: N, epsilon: N, from: N, to: N, state: N, out: N): void;
  unmixed(rgba: N, coverage: N, width: N, height: N, reach: N, sure: N, none: N, from: N, to: N, state: N, out: N): void;
  lifted(base: N, first: N, second: N, count: N, table: N, out: N): void;
  multiplyAdd(first: N, second: N, third: N, count: N, out: N): void;
  modulated(first: N, second: N, count: N, table: N, out: N): void;
  ratio(first: N, second: N, count: N, out: N): void;
  guidance(means: N, squares: N, count: N, epsilon: N, slopes: N, offsets: N): void;
  dissolve(
    patches: N,
    share: N,
    strength: N,
    x: N,
    y: N,
    width: N,
    height: N,
    pxPerMm: N,
    cos: N,
    sin: N,
    long: N,
    broad: N,
    seed: N,
    ranks: N,
    columns: N,
    out: N,
  ): void;
  castMetal(
    heights: N,
    alphas: N,
    map: N,
    waves: N,
    scratches: N,
    grains: N,
    x: N,
    y: N,
    width: N,
    height: N,
    values: N,
    face: N,
    bevel: N,
    out: N,
  ): void;
  spotScreen(
    amounts: N,
    x: N,
    y: N,
    width: N,
    height: N,
    cell: N,
    cos: N,
    sin: N,
    softest: N,
    thresholds: N,
    slopes: N,
    waysX: N,
    waysY: N,
    across: N,
    down: N,
    out: N,
  ): void;
  lineScreen(
    amounts: N,
    x: N,
    y: N,
    width: N,
    height: N,
    stride: N,
    shape: N,
    centreX: N,
    centreY: N,
    cell: N,
    count: N,
    stretches: N,
    many: N,
    softest: N,
    waysX: N,
    waysY: N,
    across: N,
    down: N,
    out: N,
  ): void;
  glint(values: N, ways: N, rays: N, left: N, top: N, width: N, height: N, plane: N): void;
  brightest(tone: N, coverage: N, first: N, stride: N, x: N, y: N, width: N, height: N, least: N, seed: N, mm: N, apartMm: N): N;
  shaded(round: N, x: N, y: N, clear: N, soft: N, depth: N, left: N, top: N, width: N, height: N, pxPerMm: N, out: N): void;
  cellTones(
    tone: N,
    toneWidth: N,
    toneHeight: N,
    left: N,
    top: N,
    width: N,
    height: N,
    u: N,
    ux: N,
    uy: N,
    v: N,
    vx: N,
    vy: N,
    ax: N,
    bx: N,
    ay: N,
    by: N,
    out: N,
  ): void;
  noise(x: N, y: N, width: N, height: N, octaves: N, count: N, across: N, down: N, tile: N, gate: N, lanes: N, rows: N, out: N): void;
  relit(rgba: N, from: N, to: N, pixels: N, out: N): void;
  hued(rgba: N, pixels: N, knots: N, gentle: N, out: N): void;
  rim(rgba: N, x: N, y: N, width: N, height: N, dither: N, out: N): void;
}
