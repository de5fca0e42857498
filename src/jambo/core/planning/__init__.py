"""When the work of a job is done and by whom: people with hours, operations with gates, a plan with its bound (handbook 29)."""
