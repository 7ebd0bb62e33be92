"""Writes the graphs that repairs run.

Usage: export.py WEIGHTS TARGET, two folders; the cut-out network only where WEIGHTS has it.
"""
import os
import sys

import torch

from graphs import Guide, Matte, Patches, Regions
from network import SIDE, CutoutNetwork


def export(module, path, inputs, output, open_sides, opset=13):
    torch.onnx.export(module.eval(), tuple(inputs.values()), path, opset_version=opset, input_names=list(inputs), output_names=[output],
                      dynamic_axes=open_sides, do_constant_folding=True)
    print('%s %d bytes' % (os.path.basename(path), os.path.getsize(path)))


def matte(target):
    for kind, depth in (('', torch.uint8), ('-deep', torch.int32)):
        piece = torch.randint(0, 255, (1, 40, 56, 3), dtype=depth)
        inputs = {'samples': piece, 'ground': piece.clone(), 'region': torch.zeros((1, 40, 56), dtype=torch.uint8),
                  'most': torch.tensor([255.]), 'noise': torch.tensor([6.])}
        sides = {name: {1: 'h', 2: 'w'} for name in ('samples', 'ground', 'region', 'cut')}
        export(Matte(), os.path.join(target, 'matte' + kind + '.onnx'), inputs, 'cut', sides)


def patches(target):
    inputs = {'picture': torch.rand(1, 40, 50, 3) * 255, 'places': torch.tensor([3, 60, 200]), 'hole': torch.zeros(1, 40, 50),
              'barred': torch.zeros(1, 40, 50), 'trust': torch.ones(3)}
    sides = {name: {1: 'h', 2: 'w'} for name in ('picture', 'hole', 'barred', 'filled')}
    sides.update({name: {0: 'n'} for name in ('places', 'trust')})
    # Adding up where several votes meet needs 16.
    export(Patches(), os.path.join(target, 'patches.onnx'), inputs, 'filled', sides, 16)


def regions(target):
    plane = torch.zeros((1, 40, 50), dtype=torch.uint8)
    inputs = {'picture': torch.randint(0, 255, (1, 40, 50, 3), dtype=torch.uint8), 'share': torch.rand(1, 40, 50), 'stays': plane,
              'goes': plane.clone()}
    sides = {name: {1: 'h', 2: 'w'} for name in (*inputs, 'found')}
    export(Regions(), os.path.join(target, 'regions.onnx'), inputs, 'found', sides, 16)


def guide(target):
    inputs = {'picture': torch.randint(0, 255, (1, 40, 50, 3), dtype=torch.uint8), 'share': torch.rand(1, 40, 50)}
    export(Guide(), os.path.join(target, 'guide.onnx'), inputs, 'found', {name: {1: 'h', 2: 'w'} for name in (*inputs, 'found')})


class Shares(torch.nn.Module):
    """What the network says with the marks and without: of the second, what is a thing of its own, marked or not."""
    MARKED, ALONE = .8, .3
    MOST = 5.3  # of a logarithm of odds

    def __init__(self, network):
        super().__init__()
        self.network = network

    def forward(self, planes):
        alone = torch.cat((planes[:, :3], torch.zeros_like(planes[:, 3:5]), planes[:, 5:]), 1)
        told = self.network(torch.cat((planes, alone), 0)).clamp(-self.MOST, self.MOST)
        return torch.sigmoid(self.MARKED * told[:1] + self.ALONE * told[1:])


def cutout(weights, target):
    path = os.path.join(weights, 'cutout.pt')
    if not os.path.exists(path):
        print('no cut-out network yet')
        return
    network = CutoutNetwork()
    network.load_state_dict(torch.load(path))
    export(Shares(network), os.path.join(target, 'cutout.onnx'), {'planes': torch.zeros(1, 6, SIDE, SIDE)}, 'shares', {}, 16)


if __name__ == '__main__':
    matte(sys.argv[2])
    patches(sys.argv[2])
    regions(sys.argv[2])
    guide(sys.argv[2])
    cutout(*sys.argv[1:3])
