import 'reflect-metadata';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { problemsOf } from '@diplex/document';
import { Logger, ValidationPipe } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import {
  json,
  type NextFunction,
  type Request,
  type Response,
  static as serveFolder,
} from 'express';
import { AppModule } from './app.module';
import { CONFIGURATION, type Configuration } from './configuration';
import { Problem } from './problems/problem';
import { ProblemFilter } from './problems/problem-filter';
import { isolationHeaders } from './web/isolation-headers';
import { originCheck } from './web/origin-check';

function readableValidation(): ValidationPipe {
  return new ValidationPipe({
    transform: true,
    whitelist: true,
    forbidNonWhitelisted: true,
    exceptionFactory(errors) {
      const problems = problemsOf(errors);
      const [first] = problems;
      const detail = `${first?.where ?? 'The request'}: ${first?.says ?? 'cannot be read'}`;
      return new Problem('invalid-request', detail, { problems });
    },
  });
}

/** The built page; any address that is not a file or part of the interface opens it. */
function servePage(app: NestExpressApplication, folder: string): void {
  app.use(serveFolder(folder, { index: false, maxAge: '1y', immutable: true, dotfiles: 'allow' }));
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (request.method !== 'GET' || request.path.startsWith('/api')) return next();
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(join(folder, 'index.html'), { dotfiles: 'allow' });
  });
}

async function start(): Promise<void> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule, {
    bodyParser: false,
    logger: ['error', 'warn', 'fatal'],
  });
  const configuration = app.get<Configuration>(CONFIGURATION);
  const server = app.getHttpServer();
  app.use(originCheck(configuration, () => (server.address() as AddressInfo).port));
  app.use(isolationHeaders);
  app.use('/api', json({ limit: configuration.limits.bodyBytes }));
  if (configuration.page) servePage(app, configuration.page);
  app.useGlobalPipes(readableValidation());
  app.useGlobalFilters(new ProblemFilter());
  app.enableShutdownHooks();
  const description = new DocumentBuilder()
    .setTitle('Diplex')
    .setDescription('The HTTP interface of the bench. Errors are problem details (RFC 9457).')
    .build();
  // Made when it is first asked for.
  SwaggerModule.setup('api/docs', app, () => SwaggerModule.createDocument(app, description), {
    jsonDocumentUrl: 'api/openapi.json',
  });
  await app.listen(configuration.port, configuration.host);
  const { port } = server.address() as AddressInfo;
  // The one line that scripts wait for.
  console.log(`Diplex is ready at http://${configuration.host}:${port}`);
}

start().catch((error: NodeJS.ErrnoException) => {
  const log = new Logger('Diplex');
  if (error.code === 'EADDRINUSE') {
    log.error('The port is taken. Stop what uses it, or set DIPLEX_PORT to another.');
  } else {
    log.error(error.stack ?? error.message);
  }
  process.exit(1);
});
