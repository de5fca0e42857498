"""Thin HTTP routers: validate, call core or store, answer."""
