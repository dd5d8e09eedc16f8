create table berth (
  name text primary key,
  quay text not null,
  length_m numeric not null,
  depth_m numeric not null
);

create table stay (
  id bigint primary key,
  berth text not null references berth (name),
  vessel text not null,
  arrives timestamptz not null,
  leaves timestamptz not null,
  check (arrives < leaves)
);
