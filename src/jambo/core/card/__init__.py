"""The work card (TRADE 21): step.py what a step is, kinds.py the steps of a kind of door, into_wall.py a new hole, work.py the card."""
