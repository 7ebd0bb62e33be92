"""Reads a network's weights back out of its graph, so that another can begin from what ships.

Usage: again.py GRAPH WEIGHTS/NAME.pt, where GRAPH is a float network's ONNX file
"""
import os
import sys

import onnx
import onnx.numpy_helper
import torch

import network as networks


def main(graph, target):
    found = {one.name.removeprefix('network.'): torch.tensor(onnx.numpy_helper.to_array(one, os.path.dirname(graph)))
             for one in onnx.load(graph).graph.initializer}
    wide = 'body.0.first.weight' in found
    layers = sum(1 for name in found if name.startswith('body.') and name.endswith('first.weight' if wide else '.weight'))
    network = (networks.WideNetwork if wide else networks.Network)(found['head.weight'].shape[0], layers)
    network.load_state_dict({name: found.get(name, value) for name, value in network.state_dict().items()})
    torch.save(network.state_dict(), target)


if __name__ == '__main__':
    main(*sys.argv[1:3])
