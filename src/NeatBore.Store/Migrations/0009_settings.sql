-- What a shop goes by: its own rules in place of defaults, its sealants; an instrument off the wall stays in what it was read with.
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

alter table tool add column off boolean not null default false;

-- Each change of a setting, by whom and when.
create table setting_changed (
    seq     bigint      generated always as identity primary key,
    kind    text        not null,
    id      text        not null,
    body    jsonb       not null,
    by_name text        not null,
    at      timestamptz not null default now()
);

create trigger house_rule_is_counted after insert or update on house_rule for each statement execute function count_revision();
create trigger sealant_is_counted after insert or update on sealant for each statement execute function count_revision();
