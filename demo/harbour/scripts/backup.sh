#!/bin/sh
set -eu 

stamp=$(date -u +%Y%m%d)
pg_dump harbour > "/srv/backup/harbour-$stamp.sql"
