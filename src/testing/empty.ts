// Stands in for packages that only mark where a module may run.
export {};
