import { Router } from 'express';
import { described, openApiDocument } from '@gangway/core/calculators/openapi';
import { CALCULATORS, calculatorNamed } from '@gangway/core/calculators/registry';
import { notThere, HttpError } from './httpError';

export function calcRoutes(): Router {
  const router = Router();
  router.get('/calc', (_req, res) => {
    res.json(CALCULATORS.map(described));
  });
  router.get('/openapi.json', (_req, res) => {
    res.json(openApiDocument());
  });
  router.post('/calc/:name', (req, res) => {
    const found = calculatorNamed(req.params.name);
    if (!found) throw notThere('calculator');
    const answer = found.calculate(req.body);
    if (!answer.ok) throw new HttpError(400, answer.error.code, answer.error.message, { path: answer.error.path });
    res.json(answer.out);
  });
  return router;
}
