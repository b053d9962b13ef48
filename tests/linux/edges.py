"""Gives line 7 of the GPIO chip of an emulated machine a rising and a falling edge.

    edges.py SOCKET LOG TRACE     when LOG says that the machine waits for them; TRACE names the chip
"""
import re
import socket
import sys
import time

path, log, trace = sys.argv[1:]
for _ in range(600):
    time.sleep(0.1)
    try:
        if "waiting for edges" in open(log, errors="replace").read():
            break
    except FileNotFoundError:
        pass
chip = re.search(r"pl061_set_output (\S+) ", open(trace, errors="replace").read()).group(1)
connection = socket.socket(socket.AF_UNIX)
connection.connect(path)
for level in (1, 0):
    connection.sendall(f"set_irq_in {chip} unnamed-gpio-in 7 {level}\n".encode())
    connection.recv(200)
    time.sleep(0.3)
