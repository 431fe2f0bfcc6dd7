"""The weights of a net: read from and written to a TypeScript module, 16-bit floats as base64."""

import base64
import re

import numpy as np
import torch


def read_values(file):
    """All weights of a module, one behind the other."""
    text = re.search("'(.*)'", open(file).read()).group(1)
    return torch.tensor(np.frombuffer(base64.b64decode(text), dtype="<f2").astype(np.float32))


def write_values(parts, file, name, trainer):
    """Writes tensors as a constant NAME_NET_WEIGHTS; `trainer` says who wrote them."""
    values = np.concatenate([part.detach().contiguous().numpy().astype("<f2").ravel() for part in parts])
    text = base64.b64encode(values.tobytes()).decode()
    with open(file, "w") as out:
        out.write(f"/** Weights of the {name} net, 16-bit floats as base64; written by {trainer}, not by hand. */\n")
        out.write(f"export const {name.upper()}_NET_WEIGHTS =\n  '{text}';\n")
    print(len(values), "weights,", len(text), "characters", flush=True)


def load(net, file):
    """Puts weights that were written before into a net of layers with names, in their order, kernel then bias."""
    values = read_values(file)
    at = 0
    for layer in net.layers.values():
        for part in (layer.weight, layer.bias):
            part.data.copy_(values[at : at + part.numel()].view_as(part))
            at += part.numel()
    assert at == len(values)


def save(net, file, name, trainer):
    """Writes what load() reads."""
    parts = [part for layer in net.layers.values() for part in (layer.weight, layer.bias)]
    write_values(parts, file, name, trainer)
