// A test of the interface is patient: how fast it goes is the bench's matter, and a busy machine may lose its cores.
jest.setTimeout(600_000);
