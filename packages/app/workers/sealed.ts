// A package that keeps its own notes under names as keys of an object would, by a name like `__proto__`, write into what
// every object rests on, and break parts that have nothing to do with it. Now it fails where it does so.
Object.preventExtensions(Object.prototype);

export {};
