"""Writes the trained networks as ONNX graphs that the application runs.

Usage: export.py WEIGHTS TARGET, two folders.
"""
import json
import os
import sys

import torch

import network as networks
from network import Best, Blend, Way


def write(module, path, inputs):
    """Height and width stay open; opset 13."""
    examples = {'samples': torch.randint(0, 255, (1, 64, 80, 3), dtype=torch.int32), 'most': torch.tensor([255.]), 'share': torch.tensor([.5])}
    torch.onnx.export(module.eval(), tuple(examples[name] for name in inputs), path, opset_version=13, input_names=inputs, output_names=['made'],
                      dynamic_axes={'samples': {1: 'h', 2: 'w'}, 'made': {1: 'oh', 2: 'ow'}}, do_constant_folding=True)
    print('%s %d bytes' % (os.path.basename(path), os.path.getsize(path)))


def main(weights, target):
    with open(os.path.join(os.path.dirname(os.path.abspath(__file__)), 'settings.json')) as file:
        settings = json.load(file)['networks']
    made = {}
    for name, one in settings.items():
        path = os.path.join(weights, name + '.pt')
        if not os.path.exists(path):
            print('no ' + name + ' yet')
            continue
        made[name] = networks.of(one, padded=False)
        made[name].load_state_dict(torch.load(path))
        if name.endswith('-first'):
            continue
        write(Way(made[name]), os.path.join(target, name + '.onnx'), ['samples', 'most'])
        if name != 'quick':
            write(Best(made[name]), os.path.join(target, name + '-best.onnx'), ['samples', 'most'])
    if 'mending' in made:
        write(Blend(made['faithful'], made['mending']), os.path.join(target, 'mending-blend.onnx'), ['samples', 'most', 'share'])


if __name__ == '__main__':
    os.makedirs(sys.argv[2], exist_ok=True)
    main(*sys.argv[1:3])
