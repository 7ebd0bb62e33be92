"""Writes the trained networks as ONNX graphs that the application runs, and one file with the weights of all of them.

Usage: export.py WEIGHTS TARGET, two folders.
"""
import json
import os
import sys

import onnx
import onnx.numpy_helper
import torch
from onnx.external_data_helper import set_external_data

import network as networks
from network import Best, Blend, Way


class Weights:
    """A file that graphs refer to: what several of them use lies in it once."""
    NAME = 'networks.weights'
    LEAST = 1024  # bytes; less stays in its graph

    def __init__(self, folder):
        self.file = open(os.path.join(folder, self.NAME), 'wb')
        self.places = {}

    def take(self, path):
        """Moves a graph's weights here."""
        graph = onnx.load(path)
        for weight in graph.graph.initializer:
            values = onnx.numpy_helper.to_array(weight).tobytes()
            if len(values) < self.LEAST:
                continue
            if values not in self.places:
                self.places[values] = self.file.tell()
                self.file.write(values)
            weight.raw_data = values
            set_external_data(weight, self.NAME, self.places[values], len(values))
            weight.ClearField('raw_data')
        onnx.save(graph, path)


def write(module, path, inputs, weights):
    """Height and width stay open; opset 13."""
    examples = {'samples': torch.randint(0, 255, (1, 64, 80, 3), dtype=torch.int32), 'most': torch.tensor([255.]), 'share': torch.tensor([.5])}
    torch.onnx.export(module.eval(), tuple(examples[name] for name in inputs), path, opset_version=13, input_names=inputs, output_names=['made'],
                      dynamic_axes={'samples': {1: 'h', 2: 'w'}, 'made': {1: 'oh', 2: 'ow'}}, do_constant_folding=True)
    weights.take(path)
    print('%s %d bytes' % (os.path.basename(path), os.path.getsize(path)))


def main(weights, target):
    with open(os.path.join(os.path.dirname(os.path.abspath(__file__)), 'settings.json')) as file:
        settings = json.load(file)['networks']
    made, store = {}, Weights(target)
    for name, one in settings.items():
        if '-' in name:
            continue  # what another begins from
        path = os.path.join(weights, name + '.pt')
        if not os.path.exists(path):
            print('no ' + name + ' yet')
            continue
        made[name] = networks.of(one, padded=False)
        made[name].load_state_dict(torch.load(path))
        write(Way(made[name]), os.path.join(target, name + '.onnx'), ['samples', 'most'], store)
        if name != 'quick':
            write(Best(made[name]), os.path.join(target, name + '-best.onnx'), ['samples', 'most'], store)
    if 'mending' in made:
        write(Blend(made['faithful'], made['mending']), os.path.join(target, 'mending-blend.onnx'), ['samples', 'most', 'share'], store)


if __name__ == '__main__':
    os.makedirs(sys.argv[2], exist_ok=True)
    main(*sys.argv[1:3])
