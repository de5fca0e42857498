"""What is cut from what: sticks, cutting plans, and the bound they are held against (handbook 28)."""
