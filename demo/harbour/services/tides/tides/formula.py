"""Corrections that the lock keeper types in as a formula of the air pressure p."""


def correction(formula: str, p: float) -> float:
  return float(eval(formula, {"p": p}))
