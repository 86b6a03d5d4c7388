<template>
  <main class="nowhere">
    <h1>There is nothing at this address.</h1>
    <p><RouterLink :to="{ name: 'outings' }">Go to your outings</RouterLink></p>
  </main>
</template>

<style scoped>
.nowhere {
  padding: 48px 24px;
  display: grid;
  gap: 12px;
}
h1 {
  font: 600 18px/24px "Archivo Variable";
}
</style>
