"""How the leaf hangs (TRADE 17-19): drift, sweep over the floor, gaps and the moves that cure them."""
