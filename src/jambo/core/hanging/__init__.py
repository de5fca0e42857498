"""How the leaf hangs (handbook 17-19): drift, sweep over the floor, gaps and the moves that cure them."""
