-- Pictures, each kept once by what it is made of.
create table blob (
    sha256    text        primary key check (sha256 ~ '^[0-9a-f]{64}$'),
    type      text        not null,
    bytes     bytea       not null,
    stored_at timestamptz not null default now()
);

create trigger blob_is_only_added_to before update or delete or truncate on blob
    for each statement execute function refuse_change();
