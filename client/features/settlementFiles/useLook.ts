import type { LookAtSettlement, SettlementLook } from '@abacist/contracts';
import type { Mapping } from '@abacist/core/settlementMapping';
import { useQuery } from '@tanstack/react-query';
import { checkFile } from '~/api/reading';
import type { PickedFile } from '~/ui/FilePick';

/** Signs of base64 that are sent while a mapping is being made out; a workbook goes whole. */
const FIRST_PART = 400_000;
/** The first bytes of a ZIP, as base64 has them. */
const ZIP = 'UEsD';

/** The first part of a file, cut at a whole line where it can be. */
function firstPart({ name, contentBase64 }: PickedFile): PickedFile {
  if (contentBase64.length <= FIRST_PART || contentBase64.startsWith(ZIP))
    return { name, contentBase64 };
  const text = atob(contentBase64.slice(0, FIRST_PART));
  const end = text.lastIndexOf('\n');
  return { name, contentBase64: btoa(end > 0 ? text.slice(0, end + 1) : text) };
}

/**
 * What a file would do. While a person makes out how it is read only its first part is looked at: what
 * it comes to is told of the whole alone.
 */
export function useLook({
  processorId,
  file,
  times,
  mapping,
  whole,
}: {
  processorId: number;
  file: PickedFile | null;
  /** How often a file was picked: another one may be called the same. */
  times: number;
  mapping: Mapping | null;
  whole: boolean;
}) {
  const sent = file && (whole ? file : firstPart(file));
  const look = useQuery({
    queryKey: ['settlementFile', processorId, times, mapping, whole],
    queryFn: () =>
      checkFile<SettlementLook>('/settlement-files/look', {
        ...sent!,
        processorId,
        mapping,
      } satisfies LookAtSettlement),
    enabled: sent !== null,
    // While a person makes out how one file is read; of another file nothing stays.
    placeholderData: (before, query) => (query?.queryKey[2] === times ? before : undefined),
    retry: false,
    gcTime: 0,
  });
  return { look, isPart: sent !== null && sent.contentBase64 !== file?.contentBase64 };
}
