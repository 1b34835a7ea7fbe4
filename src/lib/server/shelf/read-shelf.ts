import { z } from 'zod';
import type { ShelfFile, ShelfFolder } from '$core/shelf/views';
import type { Actor } from '$core/people/policy';
import { ms, select } from '../db/connection';

/** Which files of a Shelf are asked for. `after` is the last one of the page before, by its moment and id. */
export interface ShelfQuery {
  folderId?: string;
  search?: string;
  binned?: boolean;
  after?: { at: number; id: string };
}

export const SHELF_PAGE = 50;

/** A page of a person's files, the newest first. One query, however many files there are. */
export async function readShelf(person: Actor, query: ShelfQuery = {}): Promise<{ files: ShelfFile[]; more: boolean }> {
  const { folderId = null, search = '', binned = false, after } = query;
  const files = await select(FileRow, binned ? BINNED : KEPT, [
    person.id,
    folderId,
    `%${search.replace(/[\\%_]/g, '\\$&')}%`,
    after ? new Date(after.at) : null,
    after?.id ?? null,
    SHELF_PAGE + 1
  ]);
  return { files: files.slice(0, SHELF_PAGE), more: files.length > SHELF_PAGE };
}

/** A person's folders with how many files lie in each and in those inside it. */
export function readFolders(person: Actor): Promise<ShelfFolder[]> {
  return select(
    FolderRow,
    `select d.id, d.parent_id as "parentId", d.name, d.pinned, d.course_id is null as own,
       (select count(*) from shelf_files f join shelf_folders i on i.id = f.folder_id and d.id in (i.id, i.parent_id)
         where f.owner_id = $1 and f.binned_at is null)::int as files
     from shelf_folders d where d.owner_id = $1 order by d.name, d.id`,
    [person.id]
  );
}

const Use = z.object({ assignmentId: z.string(), title: z.string(), course: z.string(), round: z.number().nullable() });
const FileRow = z.object({
  id: z.string(),
  name: z.string(),
  folderId: z.string().nullable(),
  folder: z.string().nullable(),
  version: z.number(),
  size: z.number(),
  mediaType: z.string(),
  changedAt: z.number(),
  binnedAt: z.number().nullable(),
  uses: z.array(Use)
});
const FolderRow = z.object({
  id: z.string(),
  parentId: z.string().nullable(),
  name: z.string(),
  pinned: z.boolean(),
  own: z.boolean(),
  files: z.number()
});

/** Only the files of the page are asked where they are used: by any of their versions, in packets of their owner. */
const page = (moment: string, which: string) => `
  with page as (
    select f.* from shelf_files f
    where f.owner_id = $1 and ${which} and ($2::uuid is null or f.folder_id in (select d.id from shelf_folders d where $2 in (d.id, d.parent_id))) and f.name ilike $3
      and ($4::timestamptz is null or (${moment}, f.id) < ($4, $5::uuid))
    order by ${moment} desc, f.id desc limit $6)
  select f.id, f.name, f.folder_id as "folderId", f.version, b.size::float8 as size, b.media_type as "mediaType",
    concat_ws(', ', pd.name, d.name) as folder, ${ms('f.changed_at')} as "changedAt", ${ms('f.binned_at')} as "binnedAt",
    coalesce((
      select json_agg(u) from (
        select a.id as "assignmentId", a.title, c.title as course, max(h.round_no)::int as round
        from shelf_versions v
        cross join lateral (
          select x.packet_id, null::int as round_no from pieces x where v.sha256 in (x.sha256, x.spot_sha256)
          union all select x.packet_id, x.round_no from round_pieces x where v.sha256 in (x.sha256, x.spot_sha256)) h
        join packets p on p.id = h.packet_id
        join party_members m on m.party_id = p.party_id and m.person_id = f.owner_id
        join assignments a on a.id = p.assignment_id join courses c on c.id = a.course_id
        where v.file_id = f.id group by a.id, a.title, c.title order by a.title limit 20) u), '[]') as uses
  from page f join blobs b on b.sha256 = f.sha256
  left join shelf_folders d on d.id = f.folder_id left join shelf_folders pd on pd.id = d.parent_id
  order by ${moment} desc, f.id desc`;

const KEPT = page('f.changed_at', 'f.binned_at is null');
const BINNED = page('f.binned_at', 'f.binned_at is not null');
