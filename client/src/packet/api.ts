import { createApi } from '@reduxjs/toolkit/query/react';
import {
  arrangedSchema,
  attemptSchema,
  deskClassSchema,
  deletedSchema,
  deskSchema,
  editedSchema,
  householdSchema,
  myBriefSchema,
  openPacketSchema,
  pageSchema,
  pairingSchema,
  personSchema,
  practiceSchema,
  receiptCheckedSchema,
  phonesSchema,
  shelfSchema,
  type Arrange,
  type Attempt,
  type ChangePin,
  type CopyPage,
  type Deleted,
  type DeskClass,
  type DeskOfMine,
  type Edits,
  type Edited,
  type Found,
  type HandOver,
  type Household,
  type MyBrief,
  type NewPacket,
  type OpenPacket,
  type Page,
  type Pairing,
  type Person,
  type PersonFacts,
  type Practice,
  type ReceiptChecked,
  type Phones,
  type Shelf,
  type TakeSeat,
} from '@ravlo/contract';
import { putInPlace } from './putInPlace';
import { query } from './query';
import { UNEXPECTED } from './trouble';

/** As much of the store as the cached answers take. */
type ApiState = Parameters<ReturnType<typeof api.endpoints.packet.select>>[0];

/** The server, as the client sees it. Every answer is parsed with the contract before anyone reads it. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: query,
  tagTypes: ['Household', 'Shelf', 'Packet', 'Page', 'Deleted', 'Phones', 'Desk', 'Practice'],
  refetchOnFocus: true,
  refetchOnReconnect: true,
  catchSchemaFailure: () => UNEXPECTED,
  endpoints: (build) => ({
    shelf: build.query<Shelf, void>({
      query: () => 'packets',
      responseSchema: shelfSchema,
      providesTags: ['Shelf'],
    }),
    packet: build.query<OpenPacket, string>({
      query: (id) => `packets/${id}`,
      responseSchema: openPacketSchema,
      providesTags: (_result, _error, id) => [{ type: 'Packet', id }],
    }),
    page: build.query<Page, string>({
      query: (id) => `pages/${id}`,
      responseSchema: pageSchema,
      providesTags: (_result, _error, id) => [{ type: 'Page', id }],
    }),
    deleted: build.query<Deleted, void>({
      query: () => 'deleted',
      responseSchema: deletedSchema,
      providesTags: ['Deleted'],
    }),
    createPacket: build.mutation<OpenPacket, NewPacket>({
      query: (body) => ({ url: 'packets', method: 'POST', body }),
      responseSchema: openPacketSchema,
      invalidatesTags: ['Shelf'],
    }),
    /** Makes a packet of a Ravlo archive, or nothing where there is anything wrong with it. */
    bringIn: build.mutation<OpenPacket, Blob>({
      query: (body) => ({
        url: 'archives',
        method: 'POST',
        body,
        headers: { 'Content-Type': 'application/zip' },
      }),
      responseSchema: openPacketSchema,
      invalidatesTags: ['Shelf'],
    }),
    removePacket: build.mutation<void, string>({
      query: (id) => ({ url: `packets/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Shelf', 'Deleted'],
    }),
    restorePacket: build.mutation<OpenPacket, string>({
      query: (id) => ({ url: `packets/${id}/restore`, method: 'POST' }),
      responseSchema: openPacketSchema,
      invalidatesTags: (_result, _error, id) => ['Shelf', 'Deleted', { type: 'Packet', id }],
    }),
    restorePage: build.mutation<Page, string>({
      query: (id) => ({ url: `pages/${id}/restore`, method: 'POST' }),
      responseSchema: pageSchema,
      invalidatesTags: (page) => [
        'Shelf',
        'Deleted',
        ...(page ? [{ type: 'Packet' as const, id: page.packetId }] : []),
      ],
    }),
    /** @param isHeld the pages lie here as ordered already */
    arrange: build.mutation<{ packets: OpenPacket[] }, Arrange & { isHeld?: boolean }>({
      query: ({ packets, known }) => ({
        url: 'packets/arrangement',
        method: 'PUT',
        body: { packets, known } satisfies Arrange,
      }),
      responseSchema: arrangedSchema,
      invalidatesTags: ['Shelf', 'Deleted'],
      // The pages lie in their new places at once; if the server says no, they go back.
      async onQueryStarted(order, { dispatch, getState, queryFulfilled }) {
        const placed = putInPlace(
          order,
          (packetId) => api.endpoints.packet.select(packetId)(getState() as ApiState).data,
        );
        const patches = (order.isHeld ? [] : placed).map(({ packetId, pages }) =>
          dispatch(api.util.updateQueryData('packet', packetId, (packet) => void (packet.pages = pages))),
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
      responseSchema: pageSchema,
      invalidatesTags: (page) => ['Shelf', ...(page ? [{ type: 'Packet' as const, id: page.packetId }] : [])],
    }),
    makeEdits: build.mutation<Edited, Edits>({
      query: (body) => ({ url: 'edits', method: 'PATCH', body }),
      responseSchema: editedSchema,
      invalidatesTags: ['Shelf'],
    }),
    noteFound: build.mutation<Page, Found & { id: string }>({
      query: ({ id, ...body }) => ({ url: `pages/${id}/found`, method: 'PUT', body }),
      responseSchema: pageSchema,
    }),
    /** What is asked of the person, and what they have handed over. */
    desk: build.query<DeskOfMine, void>({
      query: () => 'desk',
      responseSchema: deskSchema,
      providesTags: ['Desk'],
    }),
    brief: build.query<MyBrief, string>({
      query: (id) => `briefs/${id}`,
      responseSchema: myBriefSchema,
      providesTags: ['Desk'],
    }),
    joinClass: build.mutation<DeskClass, string>({
      query: (code) => ({ url: 'desk/join', method: 'POST', body: { code } }),
      responseSchema: deskClassSchema,
      invalidatesTags: ['Desk'],
    }),
    enterAttempt: build.mutation<Attempt, HandOver & { briefId: string }>({
      query: ({ briefId, ...body }) => ({ url: `briefs/${briefId}/attempts`, method: 'POST', body }),
      responseSchema: attemptSchema,
      invalidatesTags: ['Desk'],
    }),
    takeBack: build.mutation<Attempt, string>({
      query: (id) => ({ url: `attempts/${id}/take-back`, method: 'POST' }),
      responseSchema: attemptSchema,
      invalidatesTags: ['Desk'],
    }),
    /** Who shares this Ravlo, and who is using it here. */
    household: build.query<Household, void>({
      query: () => 'household',
      responseSchema: householdSchema,
      providesTags: ['Household'],
    }),
    addPerson: build.mutation<Person, PersonFacts>({
      query: (body) => ({ url: 'household/people', method: 'POST', body }),
      responseSchema: personSchema,
      invalidatesTags: ['Household'],
    }),
    changePerson: build.mutation<Person, PersonFacts & { id: string }>({
      query: ({ id, ...body }) => ({ url: `household/people/${id}`, method: 'PUT', body }),
      responseSchema: personSchema,
      invalidatesTags: ['Household', 'Desk'],
    }),
    changePin: build.mutation<Person, ChangePin & { id: string }>({
      query: ({ id, ...body }) => ({ url: `household/people/${id}/pin`, method: 'PUT', body }),
      responseSchema: personSchema,
      invalidatesTags: ['Household'],
    }),
    /** Sits down at this browser; its windows are opened anew after that. */
    takeSeat: build.mutation<Household, TakeSeat>({
      query: (body) => ({ url: 'household/now', method: 'POST', body }),
      responseSchema: householdSchema,
    }),
    givePacket: build.mutation<void, { id: string; to: string }>({
      query: ({ id, to }) => ({ url: `packets/${id}/give`, method: 'POST', body: { to } }),
      invalidatesTags: ['Shelf', 'Deleted'],
    }),
    /** What goes wrong at the desk on purpose. */
    practice: build.query<Practice, void>({
      query: () => 'desk/practice',
      responseSchema: practiceSchema,
      providesTags: ['Practice'],
    }),
    setPractice: build.mutation<Practice, Practice>({
      query: (body) => ({ url: 'desk/practice', method: 'PUT', body }),
      responseSchema: practiceSchema,
      invalidatesTags: ['Practice', 'Desk'],
    }),
    /** Whether a receipt is as it was signed. @param receipt whatever the file says */
    checkReceipt: build.mutation<ReceiptChecked, object>({
      query: (body) => ({ url: 'receipts/check', method: 'POST', body }),
      responseSchema: receiptCheckedSchema,
    }),
    phones: build.query<Phones, void>({
      query: () => 'phones',
      responseSchema: phonesSchema,
      providesTags: ['Phones'],
    }),
    openCode: build.mutation<Pairing, void>({
      query: () => ({ url: 'phones/code', method: 'POST' }),
      responseSchema: pairingSchema,
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
  usePageQuery,
  useDeletedQuery,
  useCreatePacketMutation,
  useBringInMutation,
  useCopyPageMutation,
  useRestorePacketMutation,
  useRestorePageMutation,
  useDeskQuery,
  useBriefQuery,
  useJoinClassMutation,
  useEnterAttemptMutation,
  useTakeBackMutation,
  useHouseholdQuery,
  useAddPersonMutation,
  useChangePersonMutation,
  useChangePinMutation,
  useTakeSeatMutation,
  useGivePacketMutation,
  usePracticeQuery,
  useSetPracticeMutation,
  useCheckReceiptMutation,
  usePhonesQuery,
  useOpenCodeMutation,
  useForgetPhoneMutation,
} = api;

/** Where the server gives a packet as a Ravlo archive. */
export const archiveUrl = (packetId: string): string => `/api/packets/${packetId}/archive`;

/** Where the desk gives what was handed over. */
export const handedUrl = (attemptId: string): string => `/api/attempts/${attemptId}/file`;

/** Where the desk gives a brief's worksheet. */
export const worksheetUrl = (briefId: string): string => `/api/briefs/${briefId}/worksheet`;

/** Where the desk gives what went with it, from 1 on. */
export const furtherUrl = (attemptId: string, index: number): string =>
  `/api/attempts/${attemptId}/files/${index}`;

/** How often changes are looked for while the page is in view, ms: they are told as they happen, but lines break. */
export const LOOK_AGAIN = 10_000;
