"""Trains what looks at a piece of a picture and tells what was done to it and of what kind it is.

Usage: evidence.py PATCHES WEIGHTS [THREADS]; continues from WEIGHTS/evidence.state if a run was stopped.
"""
import io
import math
import os
import queue
import sys
import threading
import time

import numpy as np
import torch
import torch.nn as nn
import torch.nn.functional as F
from PIL import Image, ImageFilter

from damage import jpeg
from kinds import KINDS

SIDE = 96
BATCH = 32
STEPS = 9000
RATE = .0015
SEED = 11
SHARES = (.36, .24, .18, .14, .08)  # of the kinds


class Evidence(nn.Module):
    """RGB 0..1 [n, 3, 96, 96] to [n, 11]: for each of JPEG, noise and blur the likeliest value and the logarithm of how far off
    it may be; then how much speaks for each kind.
    """
    JPEG, NOISE, BLUR = range(3)

    def __init__(self):
        super().__init__()
        sizes = ((3, 16, 3, 1), (16, 24, 3, 2), (24, 32, 3, 2), (32, 48, 3, 1), (48, 64, 3, 2), (64, 96, 3, 2))
        self.layers = nn.ModuleList([nn.Conv2d(a, b, k, stride=s, padding=1) for a, b, k, s in sizes])
        self.first = nn.Linear(192, 96)
        self.last = nn.Linear(96, 6 + len(KINDS))
        for layer in [*self.layers, self.first]:
            nn.init.kaiming_normal_(layer.weight, nonlinearity='relu')
            nn.init.zeros_(layer.bias)

    def forward(self, x):
        # Blocks and noise are told by small steps: they are made large before anything else is looked at.
        y = (x - .5) * 4
        for layer in self.layers:
            y = F.relu(layer(y))
        y = torch.cat((y.mean((2, 3)), y.amax((2, 3))), 1)
        return self.last(F.relu(self.first(y)))


def jpeg_strength(quality):
    """0 for a clean picture, 1 at quality 95, 3.5 at 50, 4.7 at 20: by the size of the steps of the standard's tables."""
    scale = 5000 / quality if quality < 50 else 200 - 2 * quality
    return math.log2(1 + scale / 10)


class Pieces:
    def __init__(self, folder, start):
        self.sets = [np.load(os.path.join(folder, 'kind-%s.npy' % name), mmap_mode='r') for name in (*KINDS, 'soft')]
        self.ready = queue.Queue(12)
        threading.Thread(target=self.work, args=(start,), daemon=True).start()

    def work(self, step):
        while True:
            chance = np.random.default_rng([SEED, step])
            made = [self.one(chance) for _ in range(BATCH)]
            self.ready.put([np.stack([one[i] for one in made]) for i in range(3)])
            step += 1

    def one(self, chance):
        kind = int(chance.choice(len(KINDS), p=SHARES))
        # How soft a photograph was before is known of reduced ones alone.
        is_soft = kind == 0 and chance.random() < .4
        pieces = self.sets[len(KINDS) if is_soft else kind]
        piece = np.rot90(pieces[chance.integers(len(pieces))], chance.integers(4))
        if chance.random() < .5:
            piece = piece[:, ::-1]
        if chance.random() < .15:
            piece = piece[..., chance.permutation(3)]
        if kind and chance.random() < .1:
            piece = 255 - piece
        is_resized = kind != 4 and chance.random() < .25
        side = 150 if is_resized else SIDE + 16
        x, y = chance.integers(0, piece.shape[0] - side + 1, 2)
        picture = Image.fromarray(np.ascontiguousarray(piece[y:y + side, x:x + side]))
        blur = noise = worst = 0.
        if is_resized:
            # Another size on the way.
            side = int(side * chance.uniform(.76, .98))
            picture = picture.resize((side, side), (Image.BICUBIC, Image.LANCZOS, Image.BILINEAR)[chance.integers(3)])
        if kind != 4 and chance.random() < .35:
            blur = chance.uniform(.3, 2.5)
            picture = picture.filter(ImageFilter.GaussianBlur(blur))
        if chance.random() < .4:
            noise = 2 ** chance.uniform(0, 4.6)
            x = np.asarray(picture).astype(np.float32)
            grey = chance.standard_normal(x.shape[:2] + (1,), dtype=np.float32)
            coloured = chance.standard_normal(x.shape, dtype=np.float32)
            share = chance.uniform(0, 1)
            grain = grey * math.sqrt(share) + coloured * math.sqrt(1 - share)
            if chance.random() < .3:
                # More in the lights than in the darks, as sensors have it.
                grain = grain * np.sqrt(.25 + x.mean(2, keepdims=True) / 170)
            picture = Image.fromarray(np.clip(x + noise * grain, 0, 255).round().astype(np.uint8))
        if chance.random() < .6:
            for _ in range(2 if chance.random() < .2 else 1):
                quality = int(chance.integers(12, 99))
                x, y = chance.integers(0, 8, 2)
                picture = picture.crop((x, y, picture.size[0], picture.size[1]))
                picture = jpeg(picture, quality, int(chance.choice([0, 2, 2])))
                worst = max(worst, jpeg_strength(quality))
        x, y = chance.integers(0, picture.size[0] - SIDE + 1), chance.integers(0, picture.size[1] - SIDE + 1)
        piece = np.asarray(picture)[y:y + SIDE, x:x + SIDE]
        return piece, np.array([worst, math.log2(1 + noise), -1 if is_soft else blur], np.float32), kind


def loss_of(made, values, kinds):
    # Laplace: how far off, weighed by how far off it said that it may be.
    centre, spread = made[:, 0:6:2], made[:, 1:6:2].clamp(-3, 3)
    off = ((centre - values).abs() * torch.exp(-spread) + spread) * (values >= 0)
    return off.mean() + .7 * F.cross_entropy(made[:, 6:], kinds, label_smoothing=.02)


def main(patches, folder, threads=1):
    path = os.path.join(folder, 'evidence')
    os.makedirs(folder, exist_ok=True)
    torch.set_num_threads(int(threads))
    torch.set_flush_denormal(True)
    torch.manual_seed(SEED)
    network = Evidence().to(memory_format=torch.channels_last)
    optimiser = torch.optim.Adam(network.parameters(), lr=RATE, betas=(.9, .99))
    step = 0
    if os.path.exists(path + '.state'):
        state = torch.load(path + '.state')
        network.load_state_dict(state['network'])
        optimiser.load_state_dict(state['optimiser'])
        step = state['step']
    pieces, began, sums = Pieces(patches, step), time.time(), np.zeros(5)
    while step < STEPS:
        for group in optimiser.param_groups:
            group['lr'] = RATE * min(1, (step + 1) / 200) * (.5 * (1 + math.cos(math.pi * step / STEPS)) * .99 + .01)
        given, values, kinds = pieces.ready.get()
        given = torch.from_numpy(given).permute(0, 3, 1, 2).float().div_(255).contiguous(memory_format=torch.channels_last)
        values, kinds = torch.from_numpy(values), torch.from_numpy(np.asarray(kinds, np.int64))
        made = network(given)
        loss = loss_of(made, values, kinds)
        optimiser.zero_grad(set_to_none=True)
        loss.backward()
        torch.nn.utils.clip_grad_norm_(network.parameters(), 2.)
        optimiser.step()
        step += 1
        with torch.no_grad():
            off = ((made[:, 0:6:2] - values).abs() * (values >= 0)).mean(0).numpy()
            sums += [loss.item(), *off, (made[:, 6:].argmax(1) == kinds).float().mean().item()]
        if step % 500 == 0:
            print('evidence %d of %d, %.1f min, loss %.3f; off: jpeg %.2f noise %.2f blur %.2f; kinds %.3f' % (
                step, STEPS, (time.time() - began) / 60, *(sums / 500)), flush=True)
            sums[:] = 0
            torch.save({'network': network.state_dict(), 'optimiser': optimiser.state_dict(), 'step': step}, path + '.state.new')
            os.replace(path + '.state.new', path + '.state')
    torch.save(network.state_dict(), path + '.pt')


if __name__ == '__main__':
    main(*sys.argv[1:4])
