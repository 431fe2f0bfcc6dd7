import {
  fetchBaseQuery,
  type BaseQueryApi,
  type BaseQueryFn,
  type FetchArgs,
} from '@reduxjs/toolkit/query/react';
import { TALK_HEADER } from '@ravlo/contract';
import type { KeptAnswer } from './keptAnswers';
import { leaveUnpaired } from './keptHere';
import { answered, lost, metOtherVersion, stoodIn } from './lineSlice';
import { TALK } from './talk';
import { OFFLINE, readTrouble, UNEXPECTED, type Trouble } from './trouble';
import { openAnew, ourHeaders } from './whose';
import type { WindowParts } from './windowParts';

const rawQuery = fetchBaseQuery({
  baseUrl: '/api',
  prepareHeaders(headers) {
    for (const [name, value] of Object.entries(ourHeaders())) headers.set(name, value);
  },
});

/** fetchBaseQuery with every failure told as a Trouble. */
export const query: BaseQueryFn<string | FetchArgs, unknown, Trouble> = async (args, window, extra) => {
  const result = await rawQuery(args, window, extra);
  const talk = result.meta?.response?.headers.get(TALK_HEADER);
  if (talk && TALK && talk !== TALK) window.dispatch(metOtherVersion());
  if (!result.error) {
    window.dispatch(answered());
    return { data: result.data };
  }
  const { status } = result.error;
  if (status === 'FETCH_ERROR' || status === 'TIMEOUT_ERROR') {
    window.dispatch(lost());
    const kept = await keptFor(window);
    if (!kept) return { error: OFFLINE };
    window.dispatch(stoodIn(kept.at));
    return { data: kept.data };
  }
  const trouble = typeof status === 'number' ? readTrouble(result.error.data) : UNEXPECTED;
  // Another tab heard of it at once; one that slept hears of it now.
  if (trouble.kind === 'another-person') openAnew();
  if (trouble.kind === 'not-paired') void leaveUnpaired(window.extra as WindowParts);
  return { error: trouble };
};

/** What stands in for an answer that cannot be had: only where nothing is known yet, for what is known may be newer. */
async function keptFor({ getState, extra, queryCacheKey }: BaseQueryApi): Promise<KeptAnswer | null> {
  if (!queryCacheKey) return null;
  const { queries } = (getState() as { api: { queries: Record<string, { data?: unknown } | undefined> } })
    .api;
  if (queries[queryCacheKey]?.data !== undefined) return null;
  return (extra as WindowParts).keptAnswers.get(queryCacheKey);
}
