"""Tide tables of the harbour, and the depth of water that follows from them."""

from .predict import height_at
from .tables import Table, read_table
