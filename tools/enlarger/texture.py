"""Trains the network that says how strong texture is, and in which directions.

Usage: texture.py PATCHES WEIGHTS [THREADS]. It is laid on what WEIGHTS/faithful-again.pt makes (again.py), and goes on from
WEIGHTS/textured.state.

What a source does not hold cannot be known, but how strong it is can be guessed. So the strength of fine change, by direction, in each
square of 8 px has to be the truth's (the local energies of oriented bands, as Portilla and Simoncelli 2000 describe textures by), and
nothing asks for the pixels themselves: those are chance. A judge that tells made pictures from real ones was tried, too; networks of
this size answered it with dark cracks.
"""
import json
import math
import os
import sys
import time

import torch
import torch.nn.functional as F

from discs import LUMA
import network as networks
from train import EDGE, Pictures, tensor

STRONG = .5  # how much less squares count that are much stronger than the mean: edges, which faithful draws by itself


def energies(picture, filters):
    """Of luma, in squares of 8 px, every 4 px, for each direction."""
    grey = (picture * LUMA).sum(1, keepdim=True)
    return (F.avg_pool2d(F.conv2d(grey, filters).square(), 8, 4) + 1e-7).sqrt()


def cut(picture):
    return picture[:, :, EDGE:-EDGE, EDGE:-EDGE]


def main(patches, folder, threads=2):
    with open(os.path.join(os.path.dirname(os.path.abspath(__file__)), 'settings.json')) as file:
        settings = json.load(file)
    seed, settings = settings['seed'], {'batch': settings['batch'], **settings['networks']['textured']}
    path = os.path.join(folder, 'textured')
    torch.set_num_threads(int(threads))
    torch.set_flush_denormal(True)
    torch.manual_seed(seed)
    faithful = networks.Network(32, 6).to(memory_format=torch.channels_last)
    faithful.load_state_dict(torch.load(os.path.join(folder, 'faithful-again.pt')))
    network = networks.of(settings).to(memory_format=torch.channels_last)
    optimiser = torch.optim.Adam(network.parameters(), lr=settings['rate'], betas=(.9, .99))
    step = 0
    if os.path.exists(path + '.state'):
        state = torch.load(path + '.state')
        network.load_state_dict(state['network'])
        optimiser.load_state_dict(state['optimiser'])
        step = state['step']
    pictures, began, told = Pictures(patches, settings, settings['batch'], seed, step), time.time(), [0.] * 4
    while step < settings['steps']:
        optimiser.param_groups[0]['lr'] = settings['rate'] * (.5 * (1 + math.cos(math.pi * step / settings['steps'])) * .98 + .02)
        again, given, wanted = pictures.ready.get()
        given, wanted = tensor(given), tensor(wanted)
        with torch.no_grad():
            if again:
                # The second pass of an enlargement x4 sees what the first one made.
                given = torch.round((faithful(given) + network(given)).clamp(0, 1) * 255) / 255
                given = given[:, :, 4:-4, 4:-4]
                wanted = wanted[:, :, 8:-8, 8:-8]
            plain = faithful(given)
        made, filters = plain + network(given), network.filters
        is_now, was, should = (energies(cut(one), filters) for one in (made, plain, wanted))
        weight = 1 / (should.mean() + STRONG * should)
        loss = ((is_now - should).abs() * weight).mean()
        optimiser.zero_grad(set_to_none=True)
        loss.backward()
        torch.nn.utils.clip_grad_norm_(network.parameters(), .5)
        optimiser.step()
        step += 1
        with torch.no_grad():
            told = [old + new.item() for old, new in zip(told, (loss, is_now.square().mean(), was.square().mean(), should.square().mean()))]
        if step % 250 == 0:
            print('%d of %d, %.1f min: off by %.3f, %.2f of the energy (faithful %.2f)' % (
                step, settings['steps'], (time.time() - began) / 60, told[0] / 250, told[1] / told[3], told[2] / told[3]), flush=True)
            told = [0.] * 4
            torch.save({'network': network.state_dict(), 'optimiser': optimiser.state_dict(), 'step': step}, path + '.state.new')
            os.replace(path + '.state.new', path + '.state')
            torch.save(network.state_dict(), path + '.pt')


if __name__ == '__main__':
    main(*sys.argv[1:4])
