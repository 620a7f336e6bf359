-- Today, one line a build: written with each append, in the same transaction. All of it follows from the log and the
-- engine sheets, and can be made anew.
create table line (
    build    uuid     primary key references build (id),
    standing smallint not null,
    number   text     not null collate "C",
    up_to    bigint   not null,
    made_by  text     not null,
    engine   text,
    body     jsonb    not null
);

create index line_by_trouble on line (standing desc, number, build);
