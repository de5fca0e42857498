"""What covers the joint: casing."""
