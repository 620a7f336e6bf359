-- What a gauge recorded, as it comes: what was flushed is there, whatever becomes of the app. The trace that is kept of it
-- stands in the log.
create table recording (
    id         uuid        primary key,
    build      uuid        not null references build (id),
    slot       jsonb       not null,
    gauge      text        not null,
    began_at   timestamptz not null default now(),
    flushed_at timestamptz not null default now(),
    stands     text        not null default 'running' check (stands in ('running', 'stopped', 'cut-off')),
    stop_asked boolean     not null default false,
    closed     text        check (closed in ('kept', 'dropped')),
    missed     integer     not null default 0
);

create index recording_at_place on recording (build, began_at);
create index recording_by_gauge on recording (gauge) where stands = 'running';

create table recording_part (
    recording uuid               not null references recording (id),
    first     integer            not null,
    x         double precision[] not null,
    y         double precision[] not null,
    primary key (recording, first)
);
