import "server-only";
import { type ArchiveCounts, archiveCounts } from "@/db";

export interface ArchivePageDto {
  readonly counts: ArchiveCounts;
}

export const loadArchivePage = async (): Promise<ArchivePageDto> => ({
  counts: await archiveCounts(),
});
