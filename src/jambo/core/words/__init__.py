"""The crew's words."""
