create table crib_tool (
    id   text    primary key,
    rank integer not null,
    body jsonb   not null
);
