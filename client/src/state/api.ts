import { createApi, fetchBaseQuery, type BaseQueryFn, type FetchArgs } from '@reduxjs/toolkit/query/react';
import {
  openPacketSchema,
  packetsAnswer,
  pageAnswer,
  pairingAnswer,
  phonesAnswer,
  type ChangePacket,
  type ChangePage,
  type OpenPacket,
  type Packet,
  type Page,
  type Pairing,
  type Phones,
} from '@ravlo/contract';
import { OFFLINE, readTrouble, UNEXPECTED, type Trouble } from './trouble';

const rawQuery = fetchBaseQuery({ baseUrl: '/api' });

/** fetchBaseQuery with every failure told as a Trouble. */
const query: BaseQueryFn<string | FetchArgs, unknown, Trouble> = async (args, api, extra) => {
  const result = await rawQuery(args, api, extra);
  if (!result.error) return { data: result.data };
  const { status } = result.error;
  if (status === 'FETCH_ERROR' || status === 'TIMEOUT_ERROR') return { error: OFFLINE };
  return { error: typeof status === 'number' ? readTrouble(result.error.data) : UNEXPECTED };
};

/** The server, as the client sees it. Every answer is parsed with the contract before anyone reads it. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: query,
  tagTypes: ['Shelf', 'Packet', 'Phones'],
  refetchOnFocus: true,
  refetchOnReconnect: true,
  catchSchemaFailure: () => UNEXPECTED,
  endpoints: (build) => ({
    shelf: build.query<Packet[], void>({
      query: () => 'packets',
      rawResponseSchema: packetsAnswer,
      transformResponse: ({ packets }: { packets: Packet[] }) => packets,
      providesTags: ['Shelf'],
    }),
    packet: build.query<OpenPacket, string>({
      query: (id) => `packets/${id}`,
      responseSchema: openPacketSchema,
      providesTags: (_result, _error, id) => [{ type: 'Packet', id }],
    }),
    createPacket: build.mutation<OpenPacket, void>({
      query: () => ({ url: 'packets', method: 'POST', body: {} }),
      responseSchema: openPacketSchema,
      invalidatesTags: ['Shelf'],
    }),
    changePacket: build.mutation<OpenPacket, { id: string; change: ChangePacket }>({
      query: ({ id, change }) => ({ url: `packets/${id}`, method: 'PATCH', body: change }),
      responseSchema: openPacketSchema,
      invalidatesTags: (_result, _error, { id }) => ['Shelf', { type: 'Packet', id }],
    }),
    removePacket: build.mutation<void, string>({
      query: (id) => ({ url: `packets/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Shelf'],
    }),
    restorePacket: build.mutation<OpenPacket, string>({
      query: (id) => ({ url: `packets/${id}/restore`, method: 'POST' }),
      responseSchema: openPacketSchema,
      invalidatesTags: ['Shelf'],
    }),
    orderPages: build.mutation<OpenPacket, { packetId: string; pageIds: string[] }>({
      query: ({ packetId, pageIds }) => ({
        url: `packets/${packetId}/order`,
        method: 'PUT',
        body: { pageIds },
      }),
      responseSchema: openPacketSchema,
      invalidatesTags: (_result, _error, { packetId }) => ['Shelf', { type: 'Packet', id: packetId }],
      // The pages lie in their new order at once; if the server says no, they go back.
      async onQueryStarted({ packetId, pageIds }, { dispatch, queryFulfilled }) {
        const patch = dispatch(
          api.util.updateQueryData('packet', packetId, (packet) => {
            packet.pages.sort((a, b) => pageIds.indexOf(a.id) - pageIds.indexOf(b.id));
          }),
        );
        await queryFulfilled.catch(patch.undo);
      },
    }),
    changePage: build.mutation<Page, ChangePage & { id: string }>({
      query: ({ id, ...body }) => ({ url: `pages/${id}`, method: 'PATCH', body }),
      responseSchema: pageAnswer,
      invalidatesTags: ['Shelf'],
    }),
    removePage: build.mutation<void, { id: string; packetId: string }>({
      query: ({ id }) => ({ url: `pages/${id}`, method: 'DELETE' }),
      invalidatesTags: (_result, _error, { packetId }) => ['Shelf', { type: 'Packet', id: packetId }],
    }),
    restorePage: build.mutation<Page, { id: string; packetId: string }>({
      query: ({ id }) => ({ url: `pages/${id}/restore`, method: 'POST' }),
      responseSchema: pageAnswer,
      invalidatesTags: (_result, _error, { packetId }) => ['Shelf', { type: 'Packet', id: packetId }],
    }),
    phones: build.query<Phones, void>({
      query: () => 'phones',
      responseSchema: phonesAnswer,
      providesTags: ['Phones'],
    }),
    openCode: build.mutation<Pairing, void>({
      query: () => ({ url: 'phones/code', method: 'POST' }),
      responseSchema: pairingAnswer,
    }),
    forgetPhone: build.mutation<void, string>({
      query: (id) => ({ url: `phones/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Phones'],
    }),
  }),
});

export const {
  useShelfQuery,
  usePacketQuery,
  useCreatePacketMutation,
  useChangePacketMutation,
  useRemovePacketMutation,
  useRestorePacketMutation,
  useOrderPagesMutation,
  useRemovePageMutation,
  useRestorePageMutation,
  usePhonesQuery,
  useOpenCodeMutation,
  useForgetPhoneMutation,
} = api;

/** How often changes are looked for while the page is in view, ms: they are told as they happen, but lines break. */
export const LOOK_AGAIN = 10_000;

/** Where a photo's untouched bytes are. */
export const photoUrl = (photoId: string) => `/api/photos/${photoId}`;
