import { addLayer, emptyComposition, newId, perform } from '@diplex/document';
import { beforeEach, expect, test, vi } from 'vitest';
