import { createApi, fetchBaseQuery, type BaseQueryFn, type FetchArgs } from '@reduxjs/toolkit/query/react';
import {
  arrangeAnswer,
  openPacketSchema,
  packetsAnswer,
  pageAnswer,
  pairingAnswer,
  phonesAnswer,
  type Arrange,
  type ChangePacket,
  type ChangePage,
  type CopyPage,
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

/** As much of the store as the cached answers take. */
type ApiState = Parameters<ReturnType<typeof api.endpoints.packet.select>>[0];

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
    arrange: build.mutation<{ packets: OpenPacket[] }, Arrange>({
      query: (body) => ({ url: 'packets/arrangement', method: 'PUT', body }),
      responseSchema: arrangeAnswer,
      invalidatesTags: ['Shelf'],
      // The pages lie in their new places at once; if the server says no, they go back.
      async onQueryStarted({ packets, known }, { dispatch, getState, queryFulfilled }) {
        const pages = new Map<string, Page>();
        const named = new Set(packets.flatMap(({ pageIds }) => pageIds));
        for (const { packetId } of packets) {
          const packet = api.endpoints.packet.select(packetId)(getState() as ApiState).data;
          packet?.pages.forEach((page) => pages.set(page.id, page));
        }
        const patches = packets.map(({ packetId, pageIds }) =>
          dispatch(
            api.util.updateQueryData('packet', packetId, (packet) => {
              const cameIn = packet.pages.filter(({ id }) => !known.includes(id) && !named.has(id));
              const put = pageIds.flatMap((id) => pages.get(id) ?? []);
              packet.pages = [...put.map((page) => ({ ...page, packetId })), ...cameIn];
            }),
          ),
        );
        try {
          const { data } = await queryFulfilled;
          for (const packet of data.packets)
            dispatch(api.util.updateQueryData('packet', packet.id, () => packet));
        } catch {
          patches.forEach((patch) => patch.undo());
        }
      },
    }),
    copyPage: build.mutation<Page, CopyPage & { id: string }>({
      query: ({ id, ...body }) => ({ url: `pages/${id}/copy`, method: 'POST', body }),
      responseSchema: pageAnswer,
      invalidatesTags: (page) => ['Shelf', ...(page ? [{ type: 'Packet' as const, id: page.packetId }] : [])],
    }),
    changePage: build.mutation<Page, ChangePage & { id: string }>({
      query: ({ id, ...body }) => ({ url: `pages/${id}`, method: 'PATCH', body }),
      responseSchema: pageAnswer,
      invalidatesTags: ['Shelf'],
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
  useCopyPageMutation,
  useRemovePacketMutation,
  useRestorePacketMutation,
  usePhonesQuery,
  useOpenCodeMutation,
  useForgetPhoneMutation,
} = api;

/** How often changes are looked for while the page is in view, ms: they are told as they happen, but lines break. */
export const LOOK_AGAIN = 10_000;

/** Where a photo's untouched bytes are. */
export const photoUrl = (photoId: string) => `/api/photos/${photoId}`;
