import { useRouter } from 'expo-router';
import { useEffect, useRef } from 'react';
import { useBriefQuery, worksheetUrl } from '@/packet/api';
import { useAppDispatch } from '@/packet/store';
import { told } from '@/packet/troublesSlice';

/** Takes a brief's worksheet in, page by page, once: its pages can be written on like any other. */
export function useWorksheet(briefId: string | undefined, take: (files: File[]) => void): void {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const { data: mine } = useBriefQuery(briefId ?? '', { skip: !briefId });
  const isTaken = useRef(false);
  const worksheet = mine?.brief.worksheet;
  useEffect(() => {
    if (!briefId || !worksheet || isTaken.current) return;
    isTaken.current = true;
    // A reload does not take it a second time.
    router.setParams({ worksheet: undefined });
    fetch(worksheetUrl(briefId))
      .then(async (response) => {
        if (!response.ok) throw new Error(`The worksheet is not there: ${response.status}`);
        take([new File([await response.blob()], `${worksheet.name}.pdf`, { type: 'application/pdf' })]);
      })
      .catch(() =>
        dispatch(
          told({
            kind: 'offline',
            detail:
              'The worksheet cannot be fetched just now. Open the brief again when Ravlo can be reached.',
          }),
        ),
      );
  }, [briefId, worksheet, take, router, dispatch]);
}
