import 'fake-indexeddb/auto';
import { createKeptAnswers } from './keptAnswers';

test('the last answer stays, and says when it was given', async () => {
  let now = 1000;
  const answers = createKeptAnswers(() => now);
  expect(await answers.get('shelf(undefined)')).toBeNull();
  await answers.keep('shelf(undefined)', { packets: [] });
  now = 2000;
  await answers.keep('shelf(undefined)', { packets: ['one'] });
  // Opened anew, as after a reload.
  expect(await createKeptAnswers().get('shelf(undefined)')).toEqual({
    ...{ key: 'shelf(undefined)', data: { packets: ['one'] }, at: 2000 },
  });
});

test('the oldest answers give way', async () => {
  let now = 10_000;
  const answers = createKeptAnswers(() => (now += 1));
  for (let i = 0; i < 402; i++) await answers.keep(`page("${i}")`, { i });
  expect(await answers.get('page("0")')).toBeNull();
  expect((await answers.get('page("401")'))?.data).toEqual({ i: 401 });
});

test('all of them are let go, and new ones are kept', async () => {
  const answers = createKeptAnswers();
  await answers.keep('desk(undefined)', 1);
  await answers.clear();
  expect(await answers.get('desk(undefined)')).toBeNull();
  await answers.keep('desk(undefined)', 2);
  expect((await answers.get('desk(undefined)'))?.data).toBe(2);
});
