"""What is said of an opening and its wall; one declaration per fact."""
