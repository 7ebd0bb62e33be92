"""Writes the trained networks as ONNX graphs that the application runs, and one file with the weights of all of them.

Usage: export.py WEIGHTS TARGET [NAME …], two folders; with names, only these are written, beside what is in TARGET.
"""
import json
import os
import sys

import onnx
import onnx.numpy_helper
import torch
from onnx.external_data_helper import set_external_data

import network as networks
from evidence import Evidence
from network import Best, Blend, Difference, Snap, Textured, Way
from outcomes import WAYS
from outlook import Outlook


SNAP_MARGIN = 8  # px: what a network for drawings needs round a piece


class Weights:
    """A file that graphs refer to: what several of them use lies in it once. Written when the first of them is taken."""
    LEAST = 1024  # bytes; less stays in its graph

    def __init__(self, folder, name):
        """Graphs that refer to it already and are not written anew keep theirs."""
        self.folder, self.name, self.places, self.others, self.file = folder, name, {}, {}, None

    def begin(self):
        for graph in sorted(os.listdir(self.folder)):
            path = os.path.join(self.folder, graph)
            if graph.endswith('.onnx') and self.serves(onnx.load(path, load_external_data=False)):
                self.others[path] = onnx.load(path)
        self.file = open(os.path.join(self.folder, self.name), 'wb')

    def serves(self, graph):
        return any(one.data_location == onnx.TensorProto.EXTERNAL and one.external_data[0].value == self.name
                   for one in graph.graph.initializer)

    def take(self, path):
        """Moves a graph's weights here."""
        if self.file is None:
            self.begin()
        self.others.pop(path, None)
        self.put(onnx.load(path), path)

    def put(self, graph, path):
        for weight in graph.graph.initializer:
            values = onnx.numpy_helper.to_array(weight).tobytes()
            if len(values) < self.LEAST:
                continue
            if values not in self.places:
                self.places[values] = self.file.tell()
                self.file.write(values)
            weight.raw_data = values
            set_external_data(weight, self.name, self.places[values], len(values))
            weight.ClearField('raw_data')
        onnx.save(graph, path)

    def close(self):
        if self.file is None:
            return
        for path, graph in self.others.items():
            self.put(graph, path)
        self.file.close()


def export(module, path, inputs, output, open_sides):
    torch.onnx.export(module.eval(), tuple(inputs.values()), path, opset_version=13, input_names=list(inputs), output_names=[output],
                      dynamic_axes=open_sides, do_constant_folding=True)


def write(module, target, name, weights, *more):
    """A graph for samples of bytes and one, NAME-deep, for deeper ones. Height and width stay open."""
    for kind, depth in (('', torch.uint8), ('-deep', torch.int32)):
        path = os.path.join(target, name + kind + '.onnx')
        inputs = {'samples': torch.randint(0, 255, (1, 64, 80, 3), dtype=depth), 'most': torch.tensor([255.])}
        inputs.update({one: torch.tensor([.5]) for one in more})
        export(module, path, inputs, 'made', {'samples': {1: 'h', 2: 'w'}, 'made': {1: 'oh', 2: 'ow'}})
        weights.take(path)
        print('%s %d bytes' % (os.path.basename(path), os.path.getsize(path)))


class Pieces(torch.nn.Module):
    """Bytes, [n, 96, 96, 3], to the first figures that `Evidence` or `Outlook` tells of each: float [n, figures]."""

    def __init__(self, network, figures):
        super().__init__()
        self.network, self.figures = network, figures

    def forward(self, samples):
        return self.network(samples.permute(0, 3, 1, 2).to(torch.float32) / 255)[:, :self.figures]


def teller(weights, target, name, network, figures):
    """Writes what looks at pieces; returns the graph's path."""
    network.load_state_dict(torch.load(os.path.join(weights, name + '.pt')))
    path = os.path.join(target, name + '.onnx')
    samples = torch.zeros((2, 96, 96, 3), dtype=torch.uint8)
    export(Pieces(network, figures), path, {'samples': samples}, 'told', {'samples': {0: 'n'}, 'told': {0: 'n'}})
    return path


def snap(target):
    """For drawn's margin."""
    for kind, depth in (('', torch.uint8), ('-deep', torch.int32)):
        inputs = {
            'samples': torch.randint(0, 255, (1, 40, 56, 3), dtype=depth), 'made': torch.randint(0, 255, (1, 48, 80, 3), dtype=depth),
            'most': torch.tensor([255.]), 'colours': torch.rand(5, 3) * 255,
        }
        sides = {'samples': {1: 'h', 2: 'w'}, 'made': {1: 'mh', 2: 'mw'}, 'colours': {0: 'k'}, 'snapped': {1: 'mh', 2: 'mw'}}
        export(Snap(SNAP_MARGIN), os.path.join(target, 'snap' + kind + '.onnx'), inputs, 'snapped', sides)


def loaded(weights, settings, name):
    """A network as it was trained; NAME-again as it was read back out of the graph of NAME."""
    network = networks.of(settings[name.removesuffix('-again')], padded=False)
    network.load_state_dict(torch.load(os.path.join(weights, name + '.pt')))
    return network


def main(weights, target, *names):
    with open(os.path.join(os.path.dirname(os.path.abspath(__file__)), 'settings.json')) as file:
        settings = json.load(file)['networks']
    made, store = {}, Weights(target, 'networks.weights')
    asked = lambda name: not names or name in names
    for name, one in settings.items():
        if '-' in name and 'ships' not in one:
            continue  # what another begins from
        path = os.path.join(weights, name + '.pt')
        if not os.path.exists(path):
            print('no ' + name + ' yet')
            continue
        made[name] = loaded(weights, settings, name)
        if name == 'textured' or not asked(name):
            continue
        if 'fourfold' in one:
            # Its weights have a file of their own, so that neither becomes large.
            four = Weights(target, name + '.weights')
            write(Way(made[name]), target, name, four)
            write(Best(made[name]), target, name + '-best', four)
            four.close()
            continue
        write(Way(made[name]), target, name, store)
        if '-' in name:
            continue
        if name != 'quick':
            write(Best(made[name]), target, name + '-best', store)
        if 'blend' in one:
            write(Blend(loaded(weights, settings, one['blend']), made[name]), target, name + '-blend', store, 'share')
    if 'textured' in made and asked('textured'):
        plain = loaded(weights, settings, settings['textured']['from'])
        write(Textured(plain, made['textured']), target, 'textured', store, 'share')
    if asked('evidence'):
        store.take(teller(weights, target, 'evidence', Evidence(), 11))
    if asked('outlook'):
        # Its weights stay in its own file, so that neither becomes large.
        teller(weights, target, 'outlook', Outlook(), len(WAYS))
    store.close()
    if names:
        return
    snap(target)
    pair = {'samples': torch.zeros((1, 32, 40, 3), dtype=torch.uint8), 'made': torch.zeros((1, 64, 80, 3), dtype=torch.uint8)}
    sides = {'samples': {1: 'h', 2: 'w'}, 'made': {1: 'mh', 2: 'mw'}}
    export(Difference(), os.path.join(target, 'difference.onnx'), pair, 'told', sides)


if __name__ == '__main__':
    os.makedirs(sys.argv[2], exist_ok=True)
    main(*sys.argv[1:])
