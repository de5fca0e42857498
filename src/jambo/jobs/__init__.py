"""What is done with what is kept: documents built from rows, and the one check every change passes."""
