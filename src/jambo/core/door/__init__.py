"""What hangs: the leaf, its handing, its frame, its hinges."""
