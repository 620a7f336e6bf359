-- When people work and what a shop has one or a few of; hours as what the wall's clock shows.
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

alter table shop add column zone text;

-- What is settled of a job by hand; with neither person nor time it is settled no longer.
create table plan_pin (
    job     text primary key,
    person  text,
    at      timestamptz,
    by_name text not null
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
