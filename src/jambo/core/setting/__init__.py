"""Where the frame stands (TRADE 14-16): the slot, shims, legs, leaning walls."""
