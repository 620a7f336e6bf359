-- A build's whole state is a pure function of its log; everything else here is what a log refers to, what a shop goes by, or can be
-- made anew.

-- The oldest app that may work on this record; raised by hand, once no older one is to come back to it.
create table min_app (
    only_one boolean primary key default true check (only_one),
    version  text    not null
);

insert into min_app (version) values ('1.0');

-- A shop has an id of its own from the first start on, so that what waits for one never reaches another.
create table shop_id (
    only_one boolean primary key default true check (only_one),
    id       uuid    not null default gen_random_uuid()
);

insert into shop_id default values;

create function refuse_change() returns trigger language plpgsql as $$
begin
    raise exception 'the table % is only ever added to', tg_table_name;
end $$;

-- Counts each change of what is looked at with every piece of work, so that it is read again only then.
create table revision (
    only_one boolean primary key default true check (only_one),
    n        bigint  not null
);

insert into revision (n) values (1);

create function count_revision() returns trigger language plpgsql as $$
begin
    update revision set n = n + 1;
    return null;
end $$;

-- The record: engine sheets, builds and their logs, pictures.

create table sheet_version (
    id      text        not null,
    version integer     not null check (version > 0),
    body    jsonb       not null,
    by_name text        not null default '',
    because text        not null default '',
    at      timestamptz not null default now(),
    primary key (id, version)
);

create table build (
    id        uuid        primary key,
    opened_at timestamptz not null
);

-- "raw" is the event as it was written, letter for letter, which "body" is not; "digest" is of it and of the entry before.
create table log (
    build     uuid        not null references build (id),
    seq       bigint      not null check (seq > 0),
    id        uuid        not null unique,
    stored_at timestamptz not null,
    kind      text        not null,
    signer    jsonb       not null,
    body      jsonb       not null,
    raw       text        not null,
    digest    text        check (digest ~ '^[0-9a-f]{64}$'),
    primary key (build, seq)
);

-- Pictures, each kept once by what it is made of.
create table blob (
    sha256    text        primary key check (sha256 ~ '^[0-9a-f]{64}$'),
    type      text        not null,
    bytes     bytea       not null,
    stored_at timestamptz not null default now()
);

create trigger sheet_version_is_only_added_to before update or delete or truncate on sheet_version
    for each statement execute function refuse_change();
create trigger log_is_only_added_to before update or delete or truncate on log
    for each statement execute function refuse_change();
create trigger blob_is_only_added_to before update or delete or truncate on blob
    for each statement execute function refuse_change();

-- Today, one line a build: written with each append, in the same transaction; follows from the logs and the engine sheets.
create table line (
    build     uuid     primary key references build (id),
    standing  smallint not null,
    number    text     not null collate "C",
    up_to     bigint   not null,
    made_by   text     not null,
    engine    text,
    body      jsonb    not null,
    off_bench boolean  not null default false,
    words     text     not null default ''
);

create index line_by_trouble on line (off_bench, standing desc, number, build);

-- What a gauge recorded, as it comes: what was flushed is there, whatever becomes of the app. The trace that is kept of it stands in
-- the log. A gauge records at one place at a time, whichever instance listens to it.
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
create unique index recording_by_gauge on recording (gauge) where stands = 'running';

create table recording_part (
    recording uuid               not null references recording (id),
    first     integer            not null,
    x         double precision[] not null,
    y         double precision[] not null,
    primary key (recording, first)
);

-- The shop: its name, people, tools and crib; what it goes by in place of defaults. What is off the wall stays in what was read with it.

create table shop (
    only_one boolean primary key default true check (only_one),
    name     text    not null,
    units    text    not null default 'metric' check (units in ('metric', 'inch')),
    zone     text
);

create table person (
    id   text primary key,
    name text not null,
    role text not null check (role in ('viewer', 'builder', 'lead'))
);

create table tool (
    id   text    primary key,
    rank integer not null,
    body jsonb   not null,
    off  boolean not null default false
);

create table crib_tool (
    id   text    primary key,
    rank integer not null,
    body jsonb   not null
);

create table house_rule (
    id      text             primary key,
    low     double precision,
    high    double precision,
    by_name text             not null
);

create table sealant (
    id   text    primary key,
    rank integer not null,
    body jsonb   not null,
    off  boolean not null default false
);

create table lubricant (
    id   text    primary key,
    rank integer not null,
    body jsonb   not null,
    off  boolean not null default false
);

-- Each change of a setting, by whom and when.
create table setting_changed (
    seq     bigint      generated always as identity primary key,
    kind    text        not null,
    id      text        not null,
    body    jsonb       not null,
    by_name text        not null,
    at      timestamptz not null default now()
);

create trigger sheet_version_is_counted after insert on sheet_version for each statement execute function count_revision();
create trigger shop_is_counted after insert or update or delete or truncate on shop for each statement execute function count_revision();
create trigger person_is_counted after insert or update or delete or truncate on person for each statement execute function count_revision();
create trigger tool_is_counted after insert or update or delete or truncate on tool for each statement execute function count_revision();
create trigger crib_tool_is_counted after insert or update or delete or truncate on crib_tool for each statement execute function count_revision();
create trigger house_rule_is_counted after insert or update on house_rule for each statement execute function count_revision();
create trigger sealant_is_counted after insert or update on sealant for each statement execute function count_revision();
create trigger lubricant_is_counted after insert or update on lubricant for each statement execute function count_revision();

-- The plan: when people work and what a shop has one or a few of; hours as what the wall's clock shows.

create table hours (
    person text  primary key,
    body   jsonb not null
);

create table thing (
    id    text    primary key,
    rank  integer not null,
    name  text    not null,
    count integer not null check (count >= 0)
);

-- What is settled of a job by hand, to begin no sooner than a time, how long it takes; with none of it it is settled no longer.
create table plan_pin (
    job        text primary key,
    person     text,
    at         timestamptz,
    by_name    text not null,
    not_before timestamptz,
    minutes    integer check (minutes > 0)
);

-- The plan as it was agreed.
create table plan_agreed (
    only_one boolean     primary key default true check (only_one),
    at       timestamptz not null,
    by_name  text        not null,
    body     jsonb       not null
);

-- How long tasks took, for those to come; follows from the logs.
create table took (
    build   uuid             not null,
    kind    text             not null,
    place   text             not null,
    count   integer          not null,
    minutes double precision not null,
    primary key (build, kind, place)
);
