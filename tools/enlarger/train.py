"""Trains one network of settings.json.

Usage: train.py NAME PATCHES WEIGHTS [THREADS], two folders; continues from WEIGHTS/NAME.state if a run was stopped.
Steps, not minutes, set the schedule: the same seed on the same machine gives the same weights.
"""
import copy
import json
import math
import os
import queue
import sys
import threading
import time

import numpy as np
import torch
import torch.nn.functional as F
from PIL import Image

from damage import SIDE, Damage, smaller
from discs import LUMA, Discs
import network as networks

EDGE = 4  # px of output at the border that aren't compared: their surroundings are cut off


class Pictures:
    """Batches of inputs and of what should come out, made ahead by one thread."""

    def __init__(self, folder, settings, batch, seed, start, scale=2):
        self.settings, self.batch, self.scale = settings, batch, scale
        self.damage = Damage(settings['damage'])
        self.sets = [np.load(os.path.join(folder, name + '.npy'), mmap_mode='r') for name in ('photos', 'drawings')]
        self.weights = [self.busy(patches) for patches in self.sets]
        self.ready = queue.Queue(8)
        threading.Thread(target=self.work, args=(seed, start), daemon=True).start()

    @staticmethod
    def busy(patches):
        """Running sums of how often each patch is to be taken: busy ones more often."""
        change = np.array([np.abs(np.diff(patch[::2, :, 1].astype(np.int16), axis=1)).mean() for patch in patches])
        share = np.clip(change / 5, .1, 1)
        return (share / share.sum()).cumsum()

    def work(self, seed, start):
        step = start
        while True:
            self.ready.put(self.one(np.random.default_rng([seed, step])))
            step += 1

    def one(self, chance):
        again = chance.random() < self.settings['second_pass']
        pairs = [self.pair(chance, again) for _ in range(self.batch)]
        return again, np.stack([pair[0] for pair in pairs]), np.stack([pair[1] for pair in pairs])

    def pair(self, chance, again):
        which = 0 if chance.random() < self.settings['photos'] else 1
        number = min(np.searchsorted(self.weights[which], chance.random()), len(self.sets[which]) - 1)
        sharp = np.rot90(self.sets[which][number], chance.integers(4))
        if chance.random() < .5:
            sharp = sharp[:, ::-1]
        if chance.random() < .2:
            sharp = sharp[..., chance.permutation(3)]
        if chance.random() < .12:
            sharp = 255 - sharp
        sharp = Image.fromarray(np.ascontiguousarray(sharp))
        if which == 0:
            sharp = self.damage.grained(sharp, chance)
        scale = 4 if again else self.scale
        small = smaller(sharp, scale, chance)
        sharp = np.asarray(sharp)
        given = self.damage.of(small, chance)
        if scale == 4:
            return given, sharp
        x, y = chance.integers(0, given.shape[0] - SIDE + 1, 2)
        return given[y:y + SIDE, x:x + SIDE], sharp[2 * y:2 * y + 2 * SIDE, 2 * x:2 * x + 2 * SIDE]


def tensor(pixels):
    return torch.from_numpy(pixels).permute(0, 3, 1, 2).float().div_(255)


def loss_of(made, wanted, squares=False):
    """`squares`: towards the mean of what may have been there, not the median: a little softer, closer by PSNR."""
    difference = (made - wanted)[:, :, EDGE:-EDGE, EDGE:-EDGE]
    if squares:
        return 8 * (.5 * difference.square().mean() + .8 * (difference * LUMA).sum(1).square().mean())
    return .5 * difference.abs().mean() + .8 * (difference * LUMA).sum(1).abs().mean()


def evened(network, given):
    """The mean over what a network makes of pictures and of their mirrorings: nothing is moved, and it is a little closer to the truth."""
    ways = ((), (2,), (3,), (2, 3))
    with torch.no_grad():
        made = network(torch.cat([given.flip(way) for way in ways])).chunk(4)
    return sum(one.flip(way) for one, way in zip(made, ways)) / 4


def main(name, patches, folder, threads=2):
    with open(os.path.join(os.path.dirname(os.path.abspath(__file__)), 'settings.json')) as file:
        settings = json.load(file)
    seed, settings = settings['seed'], {'batch': settings['batch'], **settings['networks'][name]}
    batch = settings['batch']
    os.makedirs(folder, exist_ok=True)
    path = os.path.join(folder, name)
    torch.set_num_threads(int(threads))
    torch.set_flush_denormal(True)
    torch.manual_seed(seed)
    network = networks.of(settings).to(memory_format=torch.channels_last)
    if 'from' in settings:
        # A network in whole numbers begins from one in floats, which knows no steps.
        network.load_state_dict(torch.load(os.path.join(folder, settings['from'] + '.pt')), strict='exact' not in settings)
    mean = copy.deepcopy(network)
    before = None
    if 'evened' in settings:
        # It learns from the mean of what that one makes of pictures and discs; of discs alone where it learns from the pictures' truth.
        before = copy.deepcopy(network)
        before.load_state_dict(torch.load(os.path.join(folder, settings['evened'] + '.pt')))
    steps = [one for key, one in network.named_parameters() if key == 'log_steps']
    groups = [{'params': [one for key, one in network.named_parameters() if key != 'log_steps'], 'share': 1.}]
    optimiser = torch.optim.Adam(groups + ([{'params': steps, 'share': .3}] if steps else []), lr=settings['rate'], betas=(.9, .99))
    step = 0
    if os.path.exists(path + '.state'):
        state = torch.load(path + '.state')
        network.load_state_dict(state['network'])
        mean.load_state_dict(state['mean'])
        optimiser.load_state_dict(state['optimiser'])
        step = state['step']
    pictures = Pictures(patches, settings, batch, seed, step, network.scale)
    chance = np.random.default_rng([seed, step])
    began, sum_made, sum_plain, sum_moved, first = time.time(), 0., 0., 0., step
    while step < settings['steps']:
        share = step / settings['steps']
        # Down a cosine, or as it is until it falls to nothing over the last part.
        falling = (1 - share) / settings['fall'] if 'fall' in settings else .5 * (1 + math.cos(math.pi * share))
        rate = settings['rate'] * min(1, (step + 1) / 300) * min(1, falling * .995 + .005)
        for group in optimiser.param_groups:
            group['lr'] = rate * group['share']
        again, given, wanted = pictures.ready.get()
        given, wanted = tensor(given), tensor(wanted)
        if again:
            # The second pass of an enlargement x4 sees what the first one made.
            with torch.no_grad():
                given = torch.round(mean(given).clamp(0, 1) * 255) / 255
            given = given[:, :, 4:-4, 4:-4]
            wanted = wanted[:, :, 8:-8, 8:-8]
        if 'exact' in settings and share >= 1 - settings['exact'] and not network.exact:
            # Those that were stopped on the way have their steps from before.
            if step == round(settings['steps'] * (1 - settings['exact'])):
                network.measure(given)
                mean.load_state_dict({**mean.state_dict(), 'log_steps': network.log_steps.detach()})
            network.exact = mean.exact = True
        if before is not None and not settings.get('truth'):
            wanted = evened(before, given)
        made = network(given)
        loss = loss_of(made, wanted, share >= 1 - settings.get('squares', 0))
        if before is not None:
            discs = Discs(chance, settings['damage'])
            made = network(discs.pictures)
            moved = discs.moved(made, network.scale)
            loss = loss + moved + loss_of(made, evened(before, discs.pictures), squares=True)
            if discs.noisy is not None:
                loss = loss + loss_of(network(discs.noisy), evened(before, discs.noisy), squares=True)
            sum_moved += moved.item()
        optimiser.zero_grad(set_to_none=True)
        loss.backward()
        torch.nn.utils.clip_grad_norm_(network.parameters(), .5)
        optimiser.step()
        step += 1
        with torch.no_grad():
            keep = min(.999, step / (step + 10))
            for old, new in zip(mean.parameters(), network.parameters()):
                old.mul_(keep).add_(new, alpha=1 - keep)
            sum_made += loss.item()
            if step % 10 == 0:
                sum_plain += loss_of(F.pixel_shuffle(network.plain(given), network.scale), wanted).item() * 10
        if step % 500 == 0:
            print('%s %d of %d, %.1f min, loss %.4f (bicubic %.4f)' % (
                name, step, settings['steps'], (time.time() - began) / 60, sum_made / 500 * 255, sum_plain / 500 * 255), flush=True)
            if before is not None:
                print('%s moves discs by %.4f px' % (name, math.sqrt(sum_moved / 500)), flush=True)
            sum_made = sum_plain = sum_moved = 0.
            torch.save({
                'network': network.state_dict(), 'mean': mean.state_dict(), 'optimiser': optimiser.state_dict(), 'step': step,
            }, path + '.state.new')
            os.replace(path + '.state.new', path + '.state')
            torch.save(mean.state_dict(), path + '.pt')
    torch.save(mean.state_dict(), path + '.pt')
    print('%s: %d steps in %.1f min' % (name, step - first, (time.time() - began) / 60))


if __name__ == '__main__':
    main(*sys.argv[1:5])
