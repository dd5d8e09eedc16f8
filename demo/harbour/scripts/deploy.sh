#!/bin/sh
set -eu

for service in berths tides billing; do
  echo "deploying $service"
  ssh harbour-office "cd /srv/harbour/services/$service && git pull --ff-only && ./restart"
done
