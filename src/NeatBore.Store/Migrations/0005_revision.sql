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

create trigger shop_is_counted after insert or update or delete or truncate on shop for each statement execute function count_revision();
create trigger person_is_counted after insert or update or delete or truncate on person for each statement execute function count_revision();
create trigger tool_is_counted after insert or update or delete or truncate on tool for each statement execute function count_revision();
create trigger crib_tool_is_counted after insert or update or delete or truncate on crib_tool for each statement execute function count_revision();
create trigger sheet_version_is_counted after insert on sheet_version for each statement execute function count_revision();
