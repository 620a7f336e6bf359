-- Builds that are off the bench stand apart; all are found by words. Both follow from the logs: every line is made anew.
alter table line add column off_bench boolean not null default false;
alter table line add column words text not null default '';
update line set made_by = '';

drop index line_by_trouble;
create index line_by_trouble on line (off_bench, standing desc, number, build);
