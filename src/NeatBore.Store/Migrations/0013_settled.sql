-- A job may be settled to begin no sooner than a time, and how long it takes.
alter table plan_pin add column not_before timestamptz;
alter table plan_pin add column minutes integer check (minutes > 0);
