"""What it takes to run Jambo on a machine: packages, the database server, the built front end, the web server."""
