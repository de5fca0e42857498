"""A whole job, as its pages show it: lists, heads, floors, record, schedule."""
