function stamp(day) {
  return "SALTMARSH " + day