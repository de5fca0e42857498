"""Made-up jobs to look at and to test with. No real people, brands, firms or places."""
