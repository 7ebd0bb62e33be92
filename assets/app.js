import Alpine from '@alpinejs/csp';
import { Modal } from 'bootstrap';
import './shared/keys.js';
import refresh from './shared/refresh.js';
import dialog from './shared/dialog.js';
import dropZone from './intake/drop-zone.js';
import intakeList from './intake/intake-list.js';
import sheet from './fit-sheet/sheet.js';
import picker from './fit-sheet/picker.js';
import framing from './framing/framing.js';

Alpine.data('refresh', refresh);
Alpine.data('dialog', dialog(Modal));
Alpine.data('dropZone', dropZone);
Alpine.data('intakeList', intakeList);
Alpine.data('sheet', sheet);
Alpine.data('picker', picker);
Alpine.data('framing', framing);
Alpine.start();
