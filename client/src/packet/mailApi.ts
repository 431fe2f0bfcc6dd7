import {
  classFoldersSchema,
  mailSchema,
  mailTraySchema,
  type ClassFolders,
  type Mail,
  type MailTray,
  type SendMail,
} from '@ravlo/contract';
import { api } from './api';

/** The other two ways in which work goes: mail, and the folders of classes. */
export const mailApi = api.enhanceEndpoints({ addTagTypes: ['Mails', 'Folders'] }).injectEndpoints({
  endpoints: (build) => ({
    mailTray: build.query<MailTray, void>({
      query: () => 'mails',
      responseSchema: mailTraySchema,
      providesTags: ['Mails'],
    }),
    sendMail: build.mutation<Mail, SendMail>({
      query: (body) => ({ url: 'mails', method: 'POST', body }),
      responseSchema: mailSchema,
      invalidatesTags: ['Mails'],
    }),
    folders: build.query<ClassFolders, void>({
      query: () => 'folders',
      responseSchema: classFoldersSchema,
      providesTags: ['Folders'],
    }),
  }),
});

export const { useMailTrayQuery, useSendMailMutation, useFoldersQuery } = mailApi;

export const messageUrl = (mailId: string): string => `/api/mails/${mailId}/message`;
export const attachmentUrl = (mailId: string, index: number): string =>
  `/api/mails/${mailId}/attachments/${index}`;
export const folderFileUrl = (classId: string, folder: string, name: string): string =>
  `/api/folders/${classId}/${encodeURIComponent(folder)}/${encodeURIComponent(name)}`;
