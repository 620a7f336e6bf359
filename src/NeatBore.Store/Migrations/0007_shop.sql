-- A shop has an id of its own from the first start on, so that what waits for one never reaches another.
create table shop_id (
    only_one boolean primary key default true check (only_one),
    id       uuid    not null default gen_random_uuid()
);

insert into shop_id default values;

alter table shop add column units text not null default 'metric' check (units in ('metric', 'inch'));
