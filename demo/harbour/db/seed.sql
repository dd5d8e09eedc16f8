-- Berths as measured in the last survey of the harbour bed.
insert into berth (name, quay, length_m, depth_m) values ('N1', 'north', 80, 7.5), ('N2', 'north', 80, 7.2), ('S1', 'south', 45, 4.0);
insert into berth (name, quay, length_m, depth_m) values ('S2', 'south', 45, 3.8);
