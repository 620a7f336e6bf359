-- A build's whole state is a pure function of its log; everything else here is what a log refers to.

create table sheet_version (
    id      text    not null,
    version integer not null check (version > 0),
    body    jsonb   not null,
    primary key (id, version)
);

create table build (
    id        uuid        primary key,
    opened_at timestamptz not null
);

create table log (
    build     uuid        not null references build (id),
    seq       bigint      not null check (seq > 0),
    id        uuid        not null unique,
    stored_at timestamptz not null,
    kind      text        not null,
    signer    jsonb       not null,
    body      jsonb       not null,
    primary key (build, seq)
);

create table person (
    id   text primary key,
    name text not null,
    role text not null check (role in ('viewer', 'builder', 'lead'))
);

create table tool (
    id   text    primary key,
    rank integer not null,
    body jsonb   not null
);

create table shop (
    only_one boolean primary key default true check (only_one),
    name     text    not null
);

create function refuse_change() returns trigger language plpgsql as $$
begin
    raise exception 'the table % is only ever added to', tg_table_name;
end $$;

create trigger log_is_only_added_to before update or delete or truncate on log
    for each statement execute function refuse_change();

create trigger sheet_version_is_only_added_to before update or delete or truncate on sheet_version
    for each statement execute function refuse_change();
