"""Trains the upright net: which way up is a patch of writing?

Reads upright 64 x 64 patches of ink that drawUprightSet.ts writes and writes the weights as a TypeScript module.

    python3 measure/src/train/train_upright_net.py --data out/train/upright.bin --out core/src/flatten/uprightNetWeights.ts
"""

import argparse
import base64
import time

import numpy as np
import torch
import torch.nn.functional as F
from torch import nn

SIDE = 64


class UprightNet(nn.Module):
    def __init__(self):
        super().__init__()
        self.layers = nn.ModuleDict(
            {
                "a": nn.Conv2d(1, 12, 3, stride=2, padding=1),
                "b": nn.Conv2d(12, 24, 3, stride=2, padding=1),
                "c": nn.Conv2d(24, 32, 3, stride=2, padding=1),
                "d": nn.Conv2d(32, 48, 3, stride=2, padding=1),
                "e": nn.Conv2d(48, 4, 1),
            }
        )

    def forward(self, x):
        for name in "abcd":
            x = F.relu(self.layers[name](x))
        return self.layers["e"](x.mean(dim=(2, 3), keepdim=True)).flatten(1)


def augment(patches, rng):
    """Turns each patch by a quarter turn of its own (the label: how many, clockwise), and makes it worse."""
    n = len(patches)
    quarter = torch.tensor(rng.integers(0, 4, n))
    turned = torch.stack([torch.rot90(p, -int(q), (1, 2)) for p, q in zip(patches, quarter)])
    angle = torch.tensor(rng.normal(0, 0.05, n), dtype=torch.float32)
    zoom = torch.tensor(np.exp(rng.normal(0.0, 0.25, n)), dtype=torch.float32)
    stretch = torch.tensor(np.exp(rng.normal(0, 0.05, n)), dtype=torch.float32)
    theta = torch.zeros(n, 2, 3)
    theta[:, 0, 0] = zoom * stretch * torch.cos(angle)
    theta[:, 0, 1] = -zoom * torch.sin(angle)
    theta[:, 1, 0] = zoom * torch.sin(angle)
    theta[:, 1, 1] = zoom / stretch * torch.cos(angle)
    theta[:, :, 2] = torch.tensor(rng.uniform(-0.15, 0.15, (n, 2)), dtype=torch.float32)
    x = F.grid_sample(turned, F.affine_grid(theta, list(turned.shape), align_corners=False), align_corners=False)
    if rng.random() < 0.5:
        x = F.avg_pool2d(F.pad(x, (1, 1, 1, 1)), 3, 1)
    gain = torch.tensor(np.exp(rng.normal(0, 0.3, (n, 1, 1, 1))), dtype=torch.float32)
    noise = torch.tensor(rng.normal(0, 1, x.shape), dtype=torch.float32) * rng.uniform(0, 0.1)
    return (x * gain + noise).clamp(0, 1), quarter


def main():
    parser = argparse.ArgumentParser()
    parser.add_argument("--data", required=True)
    parser.add_argument("--out", required=True)
    parser.add_argument("--minutes", type=float, default=8)
    options = parser.parse_args()
    torch.set_num_threads(1)
    torch.manual_seed(1)
    rng = np.random.default_rng(1)
    records = torch.tensor(np.fromfile(options.data, dtype=np.uint8).reshape(-1, 1, SIDE, SIDE))
    held, records = records[-800:], records[:-800]
    held_x, held_y = augment(held.float() / 255, np.random.default_rng(2))
    net = UprightNet()
    print(sum(p.numel() for p in net.parameters()), "weights,", len(records), "records")
    optimizer = torch.optim.AdamW(net.parameters(), lr=3e-3, weight_decay=1e-3)
    began = time.time()
    step = 0
    while (share := (time.time() - began) / (options.minutes * 60)) < 1:
        for group in optimizer.param_groups:
            group["lr"] = 3e-3 * min(1, step / 100 + 0.01) * 0.5 * (1 + np.cos(np.pi * share))
        x, y = augment(records[rng.integers(0, len(records), 96)].float() / 255, rng)
        loss = F.cross_entropy(net(x), y, label_smoothing=0.02)
        optimizer.zero_grad()
        loss.backward()
        optimizer.step()
        step += 1
        if step % 200 == 0:
            with torch.no_grad():
                right = (net(held_x).argmax(1) == held_y).float().mean().item()
            print(f"{step} {time.time() - began:.0f} s loss {loss.item():.4f} held back {right:.4f}", flush=True)
    parts = [getattr(net.layers[n], k).detach().numpy().astype("<f2").ravel() for n in "abcde" for k in ("weight", "bias")]
    text = base64.b64encode(np.concatenate(parts).tobytes()).decode()
    with open(options.out, "w") as file:
        file.write("/** Weights of the upright net, 16-bit floats as base64; written by train_upright_net.py, not by hand. */\n")
        file.write(f"export const UPRIGHT_NET_WEIGHTS =\n  '{text}';\n")


main()
