"""An opening without a leaf of ours."""
