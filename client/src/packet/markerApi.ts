import {
  briefWorkSchema,
  markedBriefSchema,
  markedClassSchema,
  markedSchema,
  markerDeskSchema,
  phrasesSchema,
  readingSchema,
  worksheetSchema,
  type BriefWork,
  type ChangeClass,
  type Extend,
  type Marked,
  type MarkedBrief,
  type MarkedClass,
  type MarkEdit,
  type MarkerDesk,
  type Reading,
  type Worksheet,
  type WriteBrief,
} from '@ravlo/contract';
import { z } from 'zod';
import { api } from './api';

const givenBackSchema = z.object({ count: z.number() });

/** What a marker asks of the server. */
export const markerApi = api
  .enhanceEndpoints({ addTagTypes: ['Marker', 'Work', 'Reading'] })
  .injectEndpoints({
    endpoints: (build) => ({
      markerDesk: build.query<MarkerDesk, void>({
        query: () => 'marker',
        responseSchema: markerDeskSchema,
        providesTags: ['Marker'],
      }),
      makeClass: build.mutation<MarkedClass, string>({
        query: (name) => ({ url: 'marker/classes', method: 'POST', body: { name } }),
        responseSchema: markedClassSchema,
        invalidatesTags: ['Marker'],
      }),
      changeClass: build.mutation<MarkedClass, ChangeClass & { id: string }>({
        query: ({ id, ...body }) => ({ url: `marker/classes/${id}`, method: 'PATCH', body }),
        responseSchema: markedClassSchema,
        invalidatesTags: ['Marker', 'Work'],
      }),
      callStudent: build.mutation<MarkedClass, { classId: string; studentId: string; name: string }>({
        query: ({ classId, studentId, name }) => ({
          ...{ url: `marker/classes/${classId}/students/${studentId}`, method: 'PUT', body: { name } },
        }),
        responseSchema: markedClassSchema,
        invalidatesTags: ['Marker', 'Work', 'Reading'],
      }),
      /** Takes a student out of a class, or back into it. */
      setLeft: build.mutation<MarkedClass, { classId: string; studentId: string; hasLeft: boolean }>({
        query: ({ classId, studentId, hasLeft }) => {
          const url = `marker/classes/${classId}/students/${studentId}`;
          return hasLeft ? { url, method: 'DELETE' } : { url: `${url}/restore`, method: 'POST' };
        },
        responseSchema: markedClassSchema,
        invalidatesTags: ['Marker', 'Work'],
      }),
      /** Writes a brief: a new one of a class, or one that there is. */
      writeBrief: build.mutation<
        MarkedBrief,
        WriteBrief & { place: { classId: string } | { briefId: string } }
      >({
        query: ({ place, ...body }) =>
          'classId' in place
            ? { url: `marker/classes/${place.classId}/briefs`, method: 'POST', body }
            : { url: `marker/briefs/${place.briefId}`, method: 'PUT', body },
        responseSchema: markedBriefSchema,
        invalidatesTags: ['Marker', 'Work', 'Reading', 'Desk'],
      }),
      copyBrief: build.mutation<MarkedBrief, { id: string; classId: string }>({
        query: ({ id, classId }) => ({ url: `marker/briefs/${id}/copy`, method: 'POST', body: { classId } }),
        responseSchema: markedBriefSchema,
        invalidatesTags: ['Marker'],
      }),
      /** Puts a brief away, or brings it back. */
      setBriefDeleted: build.mutation<MarkedBrief, { id: string; isDeleted: boolean }>({
        query: ({ id, isDeleted }) =>
          isDeleted
            ? { url: `marker/briefs/${id}`, method: 'DELETE' }
            : { url: `marker/briefs/${id}/restore`, method: 'POST' },
        responseSchema: markedBriefSchema,
        invalidatesTags: ['Marker', 'Work'],
      }),
      extend: build.mutation<MarkedBrief, Extend & { id: string }>({
        query: ({ id, ...body }) => ({ url: `marker/briefs/${id}/extensions`, method: 'PUT', body }),
        responseSchema: markedBriefSchema,
        invalidatesTags: ['Marker', 'Work'],
      }),
      keepWorksheet: build.mutation<Worksheet, File>({
        query: (file) => ({
          url: `marker/worksheets?name=${encodeURIComponent(file.name)}`,
          method: 'POST',
          body: file,
          headers: { 'Content-Type': 'application/pdf' },
        }),
        responseSchema: worksheetSchema,
      }),
      briefWork: build.query<BriefWork, string>({
        query: (id) => `marker/briefs/${id}/work`,
        responseSchema: briefWorkSchema,
        providesTags: (_result, _error, id) => ['Work', { type: 'Work', id }],
      }),
      reading: build.query<Reading, string>({
        query: (id) => `marker/attempts/${id}`,
        responseSchema: readingSchema,
        providesTags: (_result, _error, id) => ['Reading', { type: 'Reading', id }],
      }),
      mark: build.mutation<Marked, { id: string; edits: readonly MarkEdit[] }>({
        query: ({ id, edits }) => ({
          url: `marker/attempts/${id}/marking`,
          method: 'PATCH',
          body: { edits },
        }),
        responseSchema: markedSchema,
        // The desk's events say of it to all windows, this one too.
      }),
      giveBack: build.mutation<Reading, string>({
        query: (id) => ({ url: `marker/attempts/${id}/give-back`, method: 'POST' }),
        responseSchema: readingSchema,
        invalidatesTags: (_result, _error, id) => ['Marker', 'Work', 'Desk', { type: 'Reading', id }],
      }),
      giveBackAll: build.mutation<{ count: number }, string>({
        query: (id) => ({ url: `marker/briefs/${id}/give-back`, method: 'POST' }),
        responseSchema: givenBackSchema,
        invalidatesTags: ['Marker', 'Work', 'Reading', 'Desk'],
      }),
      phrases: build.query<{ phrases: string[] }, void>({
        query: () => 'marker/phrases',
        responseSchema: phrasesSchema,
        providesTags: ['Reading'],
      }),
    }),
  });

export const {
  useMarkerDeskQuery,
  useMakeClassMutation,
  useChangeClassMutation,
  useCallStudentMutation,
  useSetLeftMutation,
  useWriteBriefMutation,
  useCopyBriefMutation,
  useSetBriefDeletedMutation,
  useExtendMutation,
  useKeepWorksheetMutation,
  useBriefWorkQuery,
  useReadingQuery,
  useGiveBackMutation,
  useGiveBackAllMutation,
  usePhrasesQuery,
} = markerApi;

/** Where the desk gives a marker a file of an attempt: 0 the file itself, from 1 on what went with it. */
export const workUrl = (attemptId: string, index = 0): string =>
  `/api/marker/attempts/${attemptId}/files/${index}`;

/** What leaves the desk of one brief. */
export const resultUrl = (briefId: string, what: 'points.csv' | 'files.zip' | 'results.json'): string =>
  `/api/marker/briefs/${briefId}/${what}`;
