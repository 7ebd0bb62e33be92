"""Trains the network for texture: what a photograph may have had, not the mean of all that it may have had.

Usage: texture.py PATCHES WEIGHTS [THREADS]. It begins from WEIGHTS/faithful-again.pt (again.py) and continues from WEIGHTS/textured.state.

Against it learns a judge, which sees a picture beside its plain enlargement and tells made ones from real ones (Goodfellow and others
2014; relativistic: Jolicoeur-Martineau 2018). Beside the judge count: what was given must come out again where the result is reduced,
so that no colour moves; the strength of fine change in each square of 8 px must be the truth's; and a little of the difference itself,
which holds edges and lettering.
"""
import copy
import json
import math
import os
import sys
import time

import torch
import torch.nn as nn
import torch.nn.functional as F
from torch.nn.utils import spectral_norm

import network as networks
from train import EDGE, LUMA, Pictures, loss_of, tensor

JUDGED = .7  # how much the judge's word weighs against all else, by the size of what they ask for at the pixels
SAME, STRENGTH = 1., 1.2  # weights of what is given and of the strength of fine change
ALONE = 400  # steps in which only the judge learns


class Judge(nn.Module):
    """[n, 6, h, w], a picture and its plain enlargement, to one opinion for about every 4 x 4 px: [n, 1, h / 4, w / 4]."""

    def __init__(self, features=40):
        super().__init__()
        sizes = [(6, features, 4, 2), (features, features, 3, 1), (features, 2 * features, 4, 2), (2 * features, 2 * features, 3, 1)]
        self.layers = nn.ModuleList([spectral_norm(nn.Conv2d(a, b, side, step, 1)) for a, b, side, step in sizes])
        self.tail = nn.Conv2d(2 * features, 1, 3, padding=1)

    def forward(self, x):
        for layer in self.layers:
            x = F.leaky_relu(layer(x - .5 if x.shape[1] == 6 else x), .2)
        return self.tail(x)


def strengths(picture):
    """How much fine change each square of 8 px has, every 4 px: deviation of luma from its mean over 3 x 3 px."""
    grey = (picture * LUMA).sum(1, keepdim=True)
    fine = grey - F.avg_pool2d(F.pad(grey, (1, 1, 1, 1), mode='replicate'), 3, 1)
    return (F.avg_pool2d(fine * fine, 8, 4) + 1e-6).sqrt()


def above(picture):
    """Energy above half of the picture's own finest, which is what its source could not hold."""
    grey = (picture * LUMA).sum(1)
    window = torch.hann_window(grey.shape[-1])
    parts = torch.fft.fft2((grey - grey.mean((1, 2), keepdim=True)) * window * window[:, None]).abs().square()
    finest = torch.fft.fftfreq(grey.shape[-1]).abs()
    return parts[:, torch.maximum(finest, finest[:, None]) > .25].sum().item()


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
    network = networks.of(settings).to(memory_format=torch.channels_last)
    network.load_state_dict(torch.load(os.path.join(folder, settings['from'] + '.pt')))
    judge, mean = Judge().to(memory_format=torch.channels_last), copy.deepcopy(network)
    learns = torch.optim.Adam(network.parameters(), lr=settings['rate'], betas=(.9, .99))
    judges = torch.optim.Adam(judge.parameters(), lr=settings['rate'], betas=(.5, .99))
    kept = {'network': network, 'mean': mean, 'judge': judge, 'learns': learns, 'judges': judges}
    step = 0
    if os.path.exists(path + '.state'):
        state = torch.load(path + '.state')
        for key, one in kept.items():
            one.load_state_dict(state[key])
        step = state['step']
    pictures, began, told = Pictures(patches, settings, settings['batch'], seed, step), time.time(), [0.] * 6
    while step < settings['steps']:
        rate = settings['rate'] * (1 if step < .6 * settings['steps'] else
                                   .5 * (1 + math.cos(math.pi * (step / settings['steps'] - .6) / .4)) * .98 + .02)
        for optimiser in (learns, judges):
            optimiser.param_groups[0]['lr'] = rate
        again, given, wanted = pictures.ready.get()
        given, wanted = tensor(given), tensor(wanted)
        if again:
            # The second pass of an enlargement x4 sees what the first one made.
            with torch.no_grad():
                given = torch.round(mean(given).clamp(0, 1) * 255) / 255
            given = given[:, :, 4:-4, 4:-4]
            wanted = wanted[:, :, 8:-8, 8:-8]
        made = network(given)
        plain, real = cut(F.pixel_shuffle(network.plain(given), 2)), cut(wanted)
        beside = torch.cat((torch.cat((cut(made.detach()), plain), 1), torch.cat((real, plain), 1)))
        false, true = judge(beside.contiguous(memory_format=torch.channels_last)).chunk(2)
        opinion = F.softplus(-(true - false.mean())).mean() + F.softplus(false - true.mean()).mean()
        judges.zero_grad(set_to_none=True)
        opinion.backward()
        judges.step()
        if step >= ALONE:
            shown = made.detach().requires_grad_()
            same = (F.avg_pool2d(cut(shown), 2) - given[:, :, EDGE // 2:-(EDGE // 2), EDGE // 2:-(EDGE // 2)]).abs().mean()
            fine = (strengths(cut(shown)) - strengths(real)).abs().mean()
            rest = loss_of(shown, wanted) + SAME * same + STRENGTH * fine
            for one in judge.parameters():
                one.requires_grad_(False)
            false = judge(torch.cat((cut(shown), plain), 1).contiguous(memory_format=torch.channels_last))
            wish = F.softplus(-(false - true.detach().mean())).mean()
            by_rest, = torch.autograd.grad(rest, shown)
            by_judge, = torch.autograd.grad(wish, shown)
            for one in judge.parameters():
                one.requires_grad_(True)
            share = JUDGED * min(1, (step - ALONE) / 500) * (by_rest.norm() / by_judge.norm().clamp_min(1e-9)).clamp_max(1e4)
            learns.zero_grad(set_to_none=True)
            made.backward(by_rest + share * by_judge)
            nn.utils.clip_grad_norm_(network.parameters(), .5)
            learns.step()
            with torch.no_grad():
                keep = min(.999, (step - ALONE + 1) / (step - ALONE + 11))
                for old, new in zip(mean.parameters(), network.parameters()):
                    old.mul_(keep).add_(new, alpha=1 - keep)
            told[3] += same.item()
        step += 1
        with torch.no_grad():
            told[0] += above(cut(made))
            told[1] += above(real)
            told[2] += (cut(made) - real).square().mean().item()
            told[4] += opinion.item()
            told[5] += (plain - real).square().mean().item()
        if step % 250 == 0:
            print('%d of %d, %.1f min: %.2f of the energy, %.2f dB (bicubic %.2f), off when reduced %.2f levels, judge %.3f' % (
                step, settings['steps'], (time.time() - began) / 60, told[0] / told[1], -10 * math.log10(told[2] / 250),
                -10 * math.log10(told[5] / 250), told[3] / 250 * 255, told[4] / 250), flush=True)
            told = [0.] * 6
            torch.save({**{key: one.state_dict() for key, one in kept.items()}, 'step': step}, path + '.state.new')
            os.replace(path + '.state.new', path + '.state')
            torch.save(mean.state_dict(), path + '.pt')


if __name__ == '__main__':
    main(*sys.argv[1:4])
