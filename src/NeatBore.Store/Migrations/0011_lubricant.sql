-- What a shop presses with, besides what an engine's sheet names.
create table lubricant (
    id   text    primary key,
    rank integer not null,
    body jsonb   not null,
    off  boolean not null default false
);

create trigger lubricant_is_counted after insert or update on lubricant for each statement execute function count_revision();
