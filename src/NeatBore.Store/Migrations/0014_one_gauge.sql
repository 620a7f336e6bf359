-- A gauge records at one place at a time, whichever instance listens to it.
update recording set stands = 'cut-off'
where stands = 'running' and (closed is not null or flushed_at < now() - interval '5 seconds');
update recording r set stands = 'cut-off'
where stands = 'running' and exists (
    select from recording o where o.gauge = r.gauge and o.stands = 'running' and (o.began_at, o.id) > (r.began_at, r.id)
);
drop index recording_by_gauge;
create unique index recording_by_gauge on recording (gauge) where stands = 'running';
