"""Where the frame stands (handbook 14-16): the slot, shims, legs, leaning walls."""
