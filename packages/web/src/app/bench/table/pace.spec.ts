import { Pace } from './pace';

test('two drafts that took more than a tenth of a second let the next be rough first, until one is quick again', () => {
  const pace = new Pace();
  expect(pace.isSlow).toBe(false);
  pace.asked(1, 1000);
  pace.draftIn(1, 1090);
  expect(pace.isSlow).toBe(false);
  pace.asked(2, 2000);
  pace.draftIn(2, 2400);
  expect(pace.isSlow).toBe(false);
  pace.asked(22, 2500);
  pace.draftIn(22, 2900);
  expect(pace.isSlow).toBe(true);
  // Of a draft that was rough first only what came after that counts.
  pace.asked(3, 3000);
  pace.roughIn(3, 3080);
  pace.draftIn(3, 3150);
  expect(pace.isSlow).toBe(false);
});

test('a part of a draft that is asked for later, or of a version called off, says nothing', () => {
  const pace = new Pace();
  pace.asked(1, 0);
  pace.draftIn(1, 20);
  // The view was moved long after.
  pace.asked(1, 5000);
  pace.draftIn(1, 5400);
  expect(pace.isSlow).toBe(false);
  pace.asked(2, 6000);
  pace.asked(3, 6500);
  pace.draftIn(2, 6700);
  expect(pace.isSlow).toBe(false);
});
