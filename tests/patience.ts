// Tests are patient: how fast something goes is the bench's matter, and a busy machine may lose its cores for minutes.
jest.setTimeout(600_000);
