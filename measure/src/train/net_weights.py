"""The weights of a net of layers with names: read from and written to a TypeScript module, 16-bit floats as base64."""

import base64
import re

import numpy as np
import torch


def load(net, file):
    """Puts weights that were written before into a net, layer by layer in their order, kernel then bias."""
    text = re.search("'(.*)'", open(file).read()).group(1)
    values = torch.tensor(np.frombuffer(base64.b64decode(text), dtype="<f2").astype(np.float32))
    at = 0
    for layer in net.layers.values():
        for part in (layer.weight, layer.bias):
            part.data.copy_(values[at : at + part.numel()].view_as(part))
            at += part.numel()
    assert at == len(values)


def save(net, file, name, trainer):
    """Writes a net's weights as a constant NAME_NET_WEIGHTS; `trainer` says who wrote them."""
    parts = [part.detach().numpy().astype("<f2").ravel() for layer in net.layers.values() for part in (layer.weight, layer.bias)]
    text = base64.b64encode(np.concatenate(parts).tobytes()).decode()
    with open(file, "w") as out:
        out.write(f"/** Weights of the {name} net, 16-bit floats as base64; written by {trainer}, not by hand. */\n")
        out.write(f"export const {name.upper()}_NET_WEIGHTS =\n  '{text}';\n")
