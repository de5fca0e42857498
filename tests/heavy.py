"""Work for children to do in tests: it is imported by them."""

import time


def counts(send, upto, apart):
    for n in range(upto):
        send(n)
        time.sleep(apart)


def spins(send, name):
    send(f"{name} begun")
    while True:
        pass


def hogs(send):
    send("some")
    bytearray(1 << 34)


def fails(send):
    send("some")
    raise ValueError("no")
