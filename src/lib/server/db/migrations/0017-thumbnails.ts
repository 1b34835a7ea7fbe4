/** Small pictures of pictures, made once for each blob. */
export const up = `
create table blob_thumbnails (
  sha256 text primary key references blobs on delete cascade,
  -- Null where none can be made of it.
  thumbnail_sha256 text references blobs
);
create index blob_thumbnails_made on blob_thumbnails (thumbnail_sha256);
`;

export const down = `
drop table blob_thumbnails;
`;
