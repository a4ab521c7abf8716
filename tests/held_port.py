"""A port of loopback that is ours from the moment it is chosen until it is let go."""

import socket


class HeldPort:
    """A free port, kept by a socket that never listens.

    A port that is only looked for can be taken before the server under test listens on it: by
    another worker, or by the system, which hands such ports to clients. Ours is bound at once, and
    only afterwards is another socket allowed beside it, which is how the server gets it, also when
    it is stopped and started again.
    """

    def __init__(self) -> None:
        self._holder = socket.socket()
        self._holder.bind(("127.0.0.1", 0))
        self._holder.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        self.number: int = self._holder.getsockname()[1]

    def let_go(self) -> None:
        self._holder.close()
