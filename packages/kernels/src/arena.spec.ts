import { paste, type Region } from '@uvrant/core';
import { KernelMemory } from './arena';

const MEBIBYTE = 2 ** 20;

test('planes are handed out one after another and given back to a mark', () => {
  const arena = new KernelMemory();
  const first = arena.plane(1000).fill(1);
  const mark = arena.mark();
  const second = arena.plane(1000).fill(2);
  expect(first.every((v) => v === 1)).toBe(true);
  expect(second.byteOffset).toBeGreaterThanOrEqual(first.byteOffset + first.byteLength);
  arena.release(mark);
  expect(arena.bytes(10).byteOffset).toBe(second.byteOffset);
});

test('a plane that finds no room lies outside, and a call copies it in and back', () => {
  const arena = new KernelMemory();
  while (arena.holds(arena.plane(8 * MEBIBYTE))) expect(arena.mark()).toBeLessThan(112 * MEBIBYTE);
  const outside = arena.plane(8 * MEBIBYTE).fill(3);
  expect(arena.holds(outside)).toBe(false);
  const at = arena.change(outside.subarray(0, 100));
  const inside = new Int16Array(arena.memory.buffer, at, 100);
  expect([...inside]).toEqual([...outside.subarray(0, 100)]);
  inside.fill(7);
  arena.done();
  expect([outside[0], outside[99], outside[100]]).toEqual([7, 7, 3]);
});

test('a call that is given too much is refused, and the next one is served', () => {
  const arena = new KernelMemory();
  expect(() => arena.room(200 * MEBIBYTE)).toThrow('more than fits its memory');
  arena.done();
  expect(arena.room(MEBIBYTE)).toBeGreaterThan(0);
});

test('what is kept is copied in once, and stays as it was until the call that found no more room has ended', () => {
  const arena = new KernelMemory();
  const read = (at: number): Uint8Array => new Uint8Array(arena.memory.buffer, at, MEBIBYTE);
  const first = new Uint8Array(MEBIBYTE).fill(1);
  const at = arena.constant(first);
  expect(arena.constant(first)).toBe(at);
  // More than all the room there is, in one call: each must still be readable at the address it was given.
  const given = Array.from({ length: 12 }, (_, i) => arena.constant(new Uint8Array(MEBIBYTE).fill(2 + i)));
  expect([at, ...given].map((from) => read(from)[0])).toEqual(Array.from({ length: 13 }, (_, i) => 1 + i));
  arena.done();
  const again = arena.constant(new Uint8Array(MEBIBYTE).fill(99));
  expect(again).toBe(at);
  expect(read(arena.constant(first))[MEBIBYTE - 1]).toBe(1);
  expect(read(again)[0]).toBe(99);
});

test('packed planes move down to a mark, in their order, with their values; an older one and one outside stay', () => {
  const arena = new KernelMemory();
  const older = arena.plane(100).fill(1);
  const mark = arena.mark();
  arena.plane(5000).fill(2);
  const [low, between, high] = [arena.plane(3000).fill(3), arena.plane(70), arena.plane(2000).fill(4)];
  between.fill(9);
  const outside = new Int16Array(10);
  const [movedHigh, same, movedLow, far] = arena.pack(mark, [high, older, low, outside]) as [
    Int16Array,
    Int16Array,
    Int16Array,
    Int16Array,
  ];
  expect([same, far]).toEqual([older, outside]);
  expect(movedLow.byteOffset).toBe(mark);
  expect(movedLow.length === 3000 && movedLow.every((v) => v === 3)).toBe(true);
  expect(movedHigh.length === 2000 && movedHigh.every((v) => v === 4)).toBe(true);
  expect(arena.mark()).toBeLessThan(mark + 2 * 5100 + 64);
  expect(older.every((v) => v === 1)).toBe(true);
});

test('what two regions share is pasted the same within one memory, out of it and into it', () => {
  const [from, to]: Region[] = [
    { x: -3, y: 2, width: 9, height: 7 },
    { x: 1, y: -1, width: 6, height: 8 },
  ] as [Region, Region];
  const arena = new KernelMemory();
  const values = Int16Array.from({ length: 3 * 63 }, (_, i) => 100 + i);
  const expected = new Int16Array(3 * 48);
  for (let y = 2; y < 7; y++) {
    for (let x = 1; x < 6; x++) {
      for (let c = 0; c < 3; c++) expected[3 * ((y + 1) * 6 + x - 1) + c] = 100 + 3 * ((y - 2) * 9 + x + 3) + c;
    }
  }
  const inside = arena.plane(values.length);
  inside.set(values);
  for (const plane of [inside, values]) {
    for (const out of [arena.plane(3 * 48).fill(0), new Int16Array(3 * 48)]) {
      paste(plane, from, out, to, 3);
      expect([...out]).toEqual([...expected]);
    }
  }
});
