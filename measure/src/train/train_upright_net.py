"""Trains the upright net: which way up is a patch of writing?

Reads upright 96 x 96 patches of ink that drawUprightSet.ts writes, looks at 64 x 64 of each, and writes the weights as a TypeScript module.

    python3 measure/src/train/train_upright_net.py --data out/train/upright*.bin --out core/src/flatten/uprightNetWeights.ts

`--start FILE` goes on from weights that were written before. The last of every file is held back to see how well it does.
"""

import argparse
import time

import numpy as np
import torch
import torch.nn.functional as F
from torch import nn

from net_weights import load, save

SIDE = 64
DRAWN_SIDE = 96


class UprightNet(nn.Module):
    def __init__(self):
        super().__init__()
        self.layers = nn.ModuleDict(
            {
                "a": nn.Conv2d(1, 12, 3, stride=2, padding=1),
                "b": nn.Conv2d(12, 24, 3, stride=2, padding=1),
                "c": nn.Conv2d(24, 32, 3, stride=2, padding=1),
                "d": nn.Conv2d(32, 40, 3, padding=1),
                "e": nn.Conv2d(40, 48, 3, stride=2, padding=1),
                "f": nn.Conv2d(48, 48, 3, padding=1),
                "g": nn.Conv2d(48, 4, 1),
            }
        )

    def forward(self, x):
        for name in "abcdef":
            x = F.relu(self.layers[name](x))
        return self.layers["g"](x.mean(dim=(2, 3), keepdim=True)).flatten(1)


def augment(patches, rng):
    """Turns each patch by a quarter turn of its own (the label: how many, clockwise), and makes it worse."""
    n = len(patches)
    quarter = torch.tensor(rng.integers(0, 4, n))
    turned = patches.clone()
    for q in range(1, 4):
        turned[quarter == q] = torch.rot90(patches[quarter == q], -q, (2, 3))
    angle = torch.tensor(rng.normal(0, 0.05, n), dtype=torch.float32)
    zoom = torch.tensor(np.exp(rng.normal(-0.05, 0.25, n)), dtype=torch.float32).clamp(max=1.45) * SIDE / DRAWN_SIDE
    stretch = torch.tensor(np.exp(rng.normal(0, 0.08, n)), dtype=torch.float32)
    shear = torch.tensor(rng.normal(0, 0.08, n), dtype=torch.float32)
    theta = torch.zeros(n, 2, 3)
    theta[:, 0, 0] = zoom * stretch * torch.cos(angle)
    theta[:, 0, 1] = -zoom * torch.sin(angle + shear)
    theta[:, 1, 0] = zoom * torch.sin(angle)
    theta[:, 1, 1] = zoom / stretch * torch.cos(angle)
    theta[:, :, 2] = torch.tensor(rng.uniform(-0.2, 0.2, (n, 2)), dtype=torch.float32)
    x = F.grid_sample(turned, F.affine_grid(theta, [n, 1, SIDE, SIDE], align_corners=False), align_corners=False)
    # Pens are thick and thin, photos blurred and sharp.
    kind = rng.random()
    if kind < 0.4:
        x = F.avg_pool2d(F.pad(x, (1, 1, 1, 1)), 3, 1)
    elif kind < 0.55:
        x = F.max_pool2d(x, 3, 1, 1)
    elif kind < 0.65:
        x = 0.5 * (x - F.max_pool2d(-x, 3, 1, 1))
    gain = torch.tensor(np.exp(rng.normal(0, 0.3, (n, 1, 1, 1))), dtype=torch.float32)
    # Small photos have fewer pixels, and noise that goes over several.
    if rng.random() < 0.3:
        size = int(SIDE / rng.uniform(1.1, 2))
        x = F.interpolate(F.interpolate(x, size=size, mode="area"), size=SIDE, mode="bilinear", align_corners=False)
    noise = torch.tensor(rng.normal(0, 1, x.shape), dtype=torch.float32)
    if rng.random() < 0.5:
        noise = 2 * F.avg_pool2d(F.pad(noise, (1, 1, 1, 1)), 3, 1)
    return (x * gain + noise * rng.uniform(0, 0.16)).clamp(0, 1), quarter


HELD_BACK = 0.05


def split(file):
    records = np.fromfile(file, dtype=np.uint8)
    records = records[: len(records) // DRAWN_SIDE**2 * DRAWN_SIDE**2].reshape(-1, 1, DRAWN_SIDE, DRAWN_SIDE)
    return np.split(records, [int(len(records) * (1 - HELD_BACK))])


def main():
    parser = argparse.ArgumentParser()
    parser.add_argument("--data", nargs="+", required=True)
    parser.add_argument("--out", required=True)
    parser.add_argument("--minutes", type=float, default=25)
    parser.add_argument("--start", help="weights to go on from")
    parser.add_argument("--rate", type=float, default=3e-3)
    parser.add_argument("--threads", type=int, default=1)
    options = parser.parse_args()
    torch.set_num_threads(options.threads)
    torch.manual_seed(1)
    rng = np.random.default_rng(1)
    parts = [split(file) for file in options.data]
    records = torch.tensor(np.concatenate([part[0] for part in parts]))
    held = torch.tensor(np.concatenate([part[1] for part in parts]))
    held_x, held_y = augment(held.float() / 255, np.random.default_rng(2))
    net = UprightNet()
    if options.start:
        load(net, options.start)
    print(sum(p.numel() for p in net.parameters()), "weights,", len(records), "records", len(held), "held back")
    optimizer = torch.optim.AdamW(net.parameters(), lr=options.rate, weight_decay=1e-3)
    began = time.time()
    step = 0
    while (share := (time.time() - began) / (options.minutes * 60)) < 1:
        for group in optimizer.param_groups:
            group["lr"] = options.rate * min(1, step / 100 + 0.01) * 0.5 * (1 + np.cos(np.pi * share))
        x, y = augment(records[rng.integers(0, len(records), 96)].float() / 255, rng)
        loss = F.cross_entropy(net(x), y, label_smoothing=0.02)
        optimizer.zero_grad()
        loss.backward()
        optimizer.step()
        step += 1
        if step % 400 == 0 or step == 1:
            with torch.no_grad():
                right = (net(held_x).argmax(1) == held_y).float().mean().item()
            print(f"{step} {time.time() - began:.0f} s loss {loss.item():.4f} held back {right:.4f}", flush=True)
    save(net, options.out, "upright", "train_upright_net.py")


main()
