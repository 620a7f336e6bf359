-- Who made a version of a sheet, when, and why.
alter table sheet_version add column by_name text not null default '';
alter table sheet_version add column because text not null default '';
alter table sheet_version add column at timestamptz not null default now();
