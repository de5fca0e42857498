"""`python -m jambo`: the same as `./jambo` once the environment stands."""

from jambo.cli import main

main()
