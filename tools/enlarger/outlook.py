"""Trains what looks at a piece of a picture and tells how far off each way of enlarging would be.

Usage: outlook.py PATCHES WEIGHTS [THREADS]; continues from WEIGHTS/outlook.state if a run was stopped. PATCHES holds what outcomes.py made,
both mixes, WEIGHTS what evidence.py did, which it begins from. First it learns what each way is off; then, beside that, to lose little by
the way that is told to be nearest; then the same on lighter damage, most of it; last without what was soft before it was made small: no
one can tell that from what is soft now, and a person wants both sharp.
"""
import bisect
import copy
import glob
import itertools
import math
import os
import sys
import time
from collections import namedtuple

import numpy as np
import torch
import torch.nn as nn
import torch.nn.functional as F

from evidence import Evidence
from kinds import KINDS
from outcomes import REPAIRS, WAYS

BATCH = 48
# The seed of each part, its steps, its highest rate, how much what each way is off counts beside what is lost by choosing (None: it alone
# counts), how many of a batch are of the lighter mix, whether weights are averaged over the steps, and whether what was soft before is
# left out.
Part = namedtuple('Part', 'seed steps rate off light averaged sharp')
PARTS = (
    Part(17, 6000, .0012, None, 0, False, False), Part(17, 2500, .0004, .4, 0, False, False),
    Part(19, 5000, .0008, .6, 32, False, False), Part(23, 2500, .0004, .6, 32, True, False),
    Part(29, 3000, .0007, .6, 32, True, True),
)
KEEP = .998  # of the mean, a step
KEPT_BACK = 1500
SHARP = .4  # dB


class Outlook(Evidence):
    """RGB 0..1 [n, 3, 96, 96] to [n, 15]: the base-2 logarithm of the mean square of what *faithful* would be off, in levels; and for
    each other of WAYS, the same as a difference from it; then how much speaks for each kind.
    """

    def __init__(self):
        super().__init__()
        self.last = nn.Linear(96, len(WAYS) + len(KINDS))


def logs(errors):
    told = np.log2(np.maximum(errors, .02))
    told[:, 1:] -= told[:, :1]
    return told.astype(np.float32)


class Pieces:
    def __init__(self, folder, mix):
        parts = [np.load(path) for path in sorted(glob.glob(os.path.join(folder, 'outcomes-%s-*.npz' % mix)))]
        self.given = np.concatenate([part['given'] for part in parts])
        self.wanted = logs(np.concatenate([part['errors'] for part in parts]))
        self.kinds = np.concatenate([part['kinds'] for part in parts])
        self.count = len(self.given) - KEPT_BACK
        was_soft = np.concatenate([part['was_soft'] for part in parts])[:self.count]
        self.numbers = {False: np.arange(self.count), True: np.flatnonzero(~was_soft)}

    def some(self, count, sharp, chance):
        """`sharp`: without what was soft before it was made small."""
        given = []
        numbers = chance.choice(self.numbers[sharp], count)
        for number in numbers:
            piece = np.rot90(self.given[number], chance.integers(4))
            given.append(piece[:, ::-1] if chance.random() < .5 else piece)
        return np.stack(given), self.wanted[numbers], self.kinds[numbers]

    def judged(self, network):
        """What of those kept back is said."""
        kept, true, kinds = self.given[self.count:], self.wanted[self.count:], self.kinds[self.count:]
        with torch.no_grad():
            told = np.concatenate([network(tensor(kept[i:i + 100])).numpy() for i in range(0, len(kept), 100)])
        count = len(WAYS)
        return 'regret %.3f dB, kinds %.3f' % (regret(told[:, :count], true), (told[:, count:].argmax(1) == kinds).mean())


def tensor(pieces):
    samples = torch.from_numpy(np.ascontiguousarray(pieces)).permute(0, 3, 1, 2)
    return samples.float().div_(255).contiguous(memory_format=torch.channels_last)


def by_share(errors):
    """Mean squares of all ways, one after the other: a repair makes up a share and the way for clean pictures the rest, so they lie on a
    parabola. Of what is given for each of WAYS, arrays or tensors.
    """
    table = dict(zip(WAYS, errors))
    made = [table['faithful'], table['drawn']]
    for name, clean in REPAIRS.items():
        for part in range(1, 11):
            s = part / 10
            made.append(table[clean] * (1 - s) * (1 - 2 * s) + 4 * table[name + '-half'] * s * (1 - s) + table[name] * s * (2 * s - 1))
    return made


def regret(told, wanted):
    """Mean dB lost by going the way that is told to be best, piece by piece."""
    def squares(logs):
        errors = 2 ** np.concatenate((logs[:, :1], logs[:, 1:] + logs[:, :1]), 1)
        return np.maximum(np.stack(by_share(errors.T), 1), .02)
    choice, true = squares(told).argmin(1), squares(wanted)
    return float((10 * np.log10(true[np.arange(len(true)), choice] / true.min(1))).mean())


def loss_of(made, wanted, kinds):
    count = len(WAYS)
    # What is clear of all others need not be told exactly.
    off = F.smooth_l1_loss(made[:, 1:count], wanted[:, 1:].clamp(-4, 4), beta=.25)
    whole = F.smooth_l1_loss(made[:, :1], wanted[:, :1], beta=.5)
    return 4 * off + .25 * whole + .3 * F.cross_entropy(made[:, count:], kinds, label_smoothing=.02)


def lost(made, wanted):
    """Mean dB lost by going each way the more often the nearer it is told to be: what is unsure is met halfway."""
    def decibels(logs):
        # Against faithful, whose own difference is none.
        errors = 2 ** torch.cat((torch.zeros_like(logs[:, :1]), logs[:, 1:]), 1)
        return 10 * torch.log10(torch.stack(by_share(errors.unbind(1)), 1).clamp(min=.03))
    with torch.no_grad():
        true = decibels(wanted.clamp(-8, 12))
        off = (true - true.amin(1, keepdim=True)).clamp(max=8)
    return (F.softmax(-decibels(made.clamp(-8, 12)) / SHARP, 1) * off).sum(1).mean()


def main(patches, folder, threads=1):
    path = os.path.join(folder, 'outlook')
    torch.set_num_threads(int(threads))
    torch.set_flush_denormal(True)
    torch.manual_seed(PARTS[0].seed)
    network = Outlook()
    before = torch.load(os.path.join(folder, 'evidence.pt'))
    network.load_state_dict({name: value if name.startswith('last') else before[name] for name, value in network.state_dict().items()})
    network = network.to(memory_format=torch.channels_last)
    mean = copy.deepcopy(network)
    optimiser = torch.optim.Adam(network.parameters(), lr=PARTS[0].rate, betas=(.9, .99))
    step = 0
    if os.path.exists(path + '.state'):
        state = torch.load(path + '.state')
        network.load_state_dict(state['network'])
        mean.load_state_dict(state['mean'])
        optimiser.load_state_dict(state['optimiser'])
        step = state['step']
    general, light = Pieces(patches, 'general'), Pieces(patches, 'light')
    began, sums = time.time(), 0.
    ends = list(itertools.accumulate(part.steps for part in PARTS))
    while step < ends[-1]:
        number = bisect.bisect_right(ends, step)
        part = PARTS[number]
        here = step - ends[number] + part.steps
        if number and not here:
            optimiser = torch.optim.Adam(network.parameters(), lr=part.rate, betas=(.9, .99), weight_decay=1e-5)
        for group in optimiser.param_groups:
            group['lr'] = part.rate * min(1, (here + 1) / 200) * (.5 * (1 + math.cos(math.pi * here / part.steps)) * .99 + .01)
        chance = np.random.default_rng([part.seed, here])
        batch = [general.some(BATCH - part.light, part.sharp, chance)] + (
            [light.some(part.light, part.sharp, chance)] if part.light else [])
        given, wanted, kinds = (np.concatenate(those) for those in zip(*batch))
        wanted = torch.from_numpy(wanted)
        made = network(tensor(given))
        loss = loss_of(made, wanted, torch.from_numpy(kinds))
        if part.off is not None:
            loss = part.off * loss + lost(made[:, :len(WAYS)], wanted)
        optimiser.zero_grad(set_to_none=True)
        loss.backward()
        torch.nn.utils.clip_grad_norm_(network.parameters(), 2.)
        optimiser.step()
        step += 1
        with torch.no_grad():
            for old, new in zip(mean.parameters(), network.parameters()):
                old.lerp_(new, 1 - KEEP if part.averaged else 1)
        sums += loss.item()
        if step % 500 == 0:
            print('outlook %d of %d, %.1f min, loss %.4f; kept back: %s; light: %s' % (
                step, ends[-1], (time.time() - began) / 60, sums / 500, general.judged(mean), light.judged(mean)), flush=True)
            sums = 0.
            torch.save({
                'network': network.state_dict(), 'mean': mean.state_dict(), 'optimiser': optimiser.state_dict(), 'step': step,
            }, path + '.state.new')
            os.replace(path + '.state.new', path + '.state')
            torch.save(mean.state_dict(), path + '.pt')
    torch.save(mean.state_dict(), path + '.pt')


if __name__ == '__main__':
    main(*sys.argv[1:4])
